package kilnward.core.alarm;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.DoubleStream;
import kilnward.core.finding.Require;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.HarmClock;
import kilnward.core.life.Side;

/**
 * Harm is so near: the dose so far counts, as {@link HarmClock} adds it up, and goes on growing at the pace of the last quarter of an hour.
 *
 * @param limits levels where the series measures, and how long each can be borne
 * @param leadS  nearer than this (s)
 */
public record HarmNear(List<DangerLimit> limits, double leadS) implements Condition {
    /** Over only when it is farther away than this many times the lead: a pace is never steady. */
    private static final double OVER = 1.25;
    /** Moments are worked out from what is asked at them: they meet within a hair (s). */
    private static final double HAIR_S = 1e-6;

    /** What is remembered is begun anew this often in its length. */
    private static final double BLOCKS = 8;
    private static final double LEAST_BLOCK_S = 60;

    public HarmNear {
        limits = List.copyOf(limits);
        Require.positive("limit", leadS, "s");
    }

    @Override
    public boolean is(Heard heard, double atS, boolean was) {
        return telling(heard).is(atS, was);
    }

    @Override
    public Telling telling(Heard heard) {
        Following following = new Following(heard);
        return (atS, was) -> {
            OptionalDouble untilS = following.at(atS).untilHarmS(perS(heard, atS));
            return untilS.isPresent() && untilS.getAsDouble() <= (was ? OVER * leadS : leadS) + HAIR_S;
        };
    }

    /** How long until it is harmed if it goes on at this pace (s), 0 where it is; empty where it will not be. */
    public OptionalDouble untilHarmS(Heard heard, double atS) {
        return heard.at(atS).isEmpty() ? OptionalDouble.empty() : new Following(heard).at(atS).untilHarmS(perS(heard, atS));
    }

    /** What harms each side so far, as a share. */
    public Map<Side, Double> doses(Heard heard, double atS) {
        return new Following(heard).at(atS).doses();
    }

    private static double perS(Heard heard, double atS) {
        return Rate.perHour(heard, atS).orElse(0) / 3600;
    }

    /** On which side the nearest harm lies. */
    Side side(Heard heard, double atS) {
        double value = heard.at(atS).orElse(0);
        return limits.stream().min(Comparator.comparingDouble(limit -> Math.abs(limit.level() - value))).map(DangerLimit::side).orElse(Side.HIGH);
    }

    /**
     * The dose from reading to reading; where nothing is known it stands still. It begins at so many seconds before a moment, rounded to blocks: so whoever looks back as far
     * as {@link #lookBackS}, from whatever moment, finds the same.
     */
    private final class Following {
        private final double blockS = blockS();
        private final Heard heard;
        private HarmClock clock;
        private double block = Double.NaN;
        private int next;

        private Following(Heard heard) {
            this.heard = heard;
        }

        private void begin(double ofBlock) {
            block = ofBlock;
            clock = new HarmClock(limits);
            double fromS = rememberedFromS();
            next = Heard.index(heard.own(), fromS) + 1;
            if (next > 0) {
                clock.see(fromS, heard.own().get(next - 1).value());
            }
        }

        /** What came before is forgotten (s). */
        private double rememberedFromS() {
            return block * blockS - BLOCKS * blockS;
        }

        /** What the last reading says, up to a moment (s) or until it is too old to say it. */
        private void hold(HarmClock held, double untilS) {
            Reading last = heard.own().get(next - 1);
            double knownToS = last.atS() + heard.holdS();
            double seenToS = Math.min(untilS, knownToS);
            if (seenToS > rememberedFromS()) {
                held.see(seenToS, last.value());
            }
            if (untilS > knownToS) {
                held.skip(untilS);
            }
            held.level();
        }

        /** How it stands at a moment (s), not before the last one that was asked for. A dose that decays does so from reading to reading: nothing changes by itself in between. */
        private HarmClock at(double atS) {
            double asked = Math.floor(atS / blockS);
            if (asked != block) {
                begin(asked);
            }
            while (next < heard.own().size() && heard.own().get(next).atS() <= atS) {
                Reading now = heard.own().get(next);
                if (next > 0) {
                    hold(clock, now.atS());
                }
                clock.see(now.atS(), now.value());
                clock.level();
                next++;
            }
            HarmClock now = clock.copy();
            if (next > 0 && limits.stream().anyMatch(limit -> limit.isReachedAt(heard.own().get(next - 1).value()))) {
                hold(now, Math.min(atS, heard.own().get(next - 1).atS() + heard.holdS()));
            }
            return now;
        }
    }

    @Override
    public double[] moments(Heard heard, double afterS, double untilS) {
        double[] usual = Condition.super.moments(heard, afterS, untilS);
        if (heard.own().isEmpty()) {
            return usual;
        }
        double blockS = blockS();
        DoubleStream.Builder begins = DoubleStream.builder();
        double fromS = Math.max(afterS, heard.own().get(0).atS());
        double lastS = Math.min(untilS, heard.own().get(heard.own().size() - 1).atS() + lookBackS());
        for (double block = Math.floor(fromS / blockS) + 1; block * blockS <= lastS; block++) {
            begins.add(block * blockS);
        }
        double[] all = DoubleStream.concat(DoubleStream.of(usual), begins.build()).sorted().distinct().toArray();
        DoubleStream.Builder runOut = DoubleStream.builder();
        Following following = new Following(heard);
        for (double atS : DoubleStream.concat(DoubleStream.of(fromS), DoubleStream.of(all)).toArray()) {
            // Nobody has to read again for what can be borne to run out.
            double nearS = Heard.index(heard.own(), atS) < 0 ? Double.POSITIVE_INFINITY : atS + following.at(atS).untilWithinS(perS(heard, atS), leadS);
            if (nearS > afterS && nearS <= untilS) {
                runOut.add(nearS);
            }
        }
        return DoubleStream.concat(DoubleStream.of(all), runOut.build()).sorted().distinct().toArray();
    }

    private double blockS() {
        return Math.max(LEAST_BLOCK_S, new HarmClock(limits).remembersS() / BLOCKS);
    }

    @Override
    public double[] echoesS() {
        return new double[] {Rate.OVER_S};
    }

    @Override
    public double lookBackS() {
        return Math.max(Rate.OVER_S, (BLOCKS + 1) * blockS());
    }
}
