package kilnward.core.review;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.finding.Require;
import kilnward.core.load.LoadCheck;
import kilnward.core.quantity.Quantity;
import kilnward.core.review.Cycles.Move;
import kilnward.core.review.Figures.Span;
import kilnward.core.review.Sight.Sure;
import kilnward.core.series.Samples;

/**
 * A log looked back on: how it was, how it switched, and what it shows. The limits of what counts as seen are common practice and tried against seeded logs of boxes with and
 * without what is looked for; no source.
 *
 * @param figures how it was
 * @param cycles  how it switched, by a threshold of its own noise
 * @param sights  what it shows, in the order of {@link Sign}
 */
public record Review(Figures figures, Cycles cycles, List<Sight> sights) {
    private static final double HOUR_S = 3600;
    private static final double DAY_S = 86_400;

    public Review {
        sights = List.copyOf(sights);
    }

    /**
     * Looks back on a log.
     *
     * @param quantity       what is measured
     * @param log            at least one reading, in the model's unit
     * @param keepLow        lower end of the band, at most the upper one
     * @param keepHigh       upper end of the band
     * @param expectedEveryS how often a reading is expected (s)
     */
    public static Review of(Quantity quantity, Samples log, double keepLow, double keepHigh, double expectedEveryS) {
        Figures figures = Figures.of(log, keepLow, keepHigh, expectedEveryS);
        Require.within("readings", log.count(), 1, 1_000_000, "");
        Looked looked = new Looked(quantity, log, keepLow, keepHigh, expectedEveryS);
        List<Sight> sights = new ArrayList<>();
        if (log.count() >= Looked.LEAST) {
            for (Sign sign : Sign.values()) {
                looked.look(sign).ifPresent(sights::add);
            }
        }
        return new Review(figures, looked.cycles, sights);
    }

    /** A difference that matters; of what is only measured, where nobody has said, 1. */
    private static double grain(Quantity quantity) {
        return quantity.isHeld() ? quantity.margins().noticed() : 1;
    }

    /** A window of the log. */
    private record Window(double fromS, double toS, double mean) {
        double middleS() {
            return 0.5 * (fromS + toS);
        }
    }

    /** A log with what is usual in it. */
    private static final class Looked {
        static final int LEAST = 30;
        /** A spike stands off by so many times the grain, the noise and the usual swing. */
        private static final double SPIKE_GRAINS = 1.5;
        private static final double SPIKE_NOISES = 10;
        private static final double SPIKE_SWINGS = 1.2;
        /** So long, and so many times as long as from one change to the next, and as a cycle. */
        private static final double STUCK_S = HOUR_S;
        private static final double STUCK_TIMES = 12;
        private static final double STUCK_PERIODS = 2;
        private static final int MOVES_OTHERWISE = 20;
        /** A contact that is to last a year. */
        private static final double SHORT_PERIOD_S = HOUR_S / LoadCheck.MOST_PER_HOUR;
        private static final double READINGS_A_CYCLE = 4;
        private static final int CYCLES_TO_TELL = 6;
        private static final double RANGE_S = 4 * HOUR_S;
        private static final double OFF_SHARE = 0.35;
        private static final double OFF_GRAINS = 0.2;
        /** An opening moves it by so much within so long, and so many times as fast as anything else does. */
        private static final double OPENING_GRAINS = 1;
        private static final double OPENING_SWINGS = 1.2;
        private static final double OPENING_S = 300;
        private static final double OPENING_FASTER = 3;
        /** An excursion goes so far beyond where it usually turns, for so long. */
        private static final double EXCURSION_GRAINS = 0.6;
        private static final double EXCURSION_SWINGS = 0.75;
        private static final double EXCURSION_S = 900;
        private static final double CHANGED_FACTOR = 1.6;
        private static final int CHANGED_MOVES = 8;
        private static final int CHANGED_TRIED = 200;
        private static final double CHANGED_LEAST_S = 4 * HOUR_S;
        private static final double DRIFT_GRAINS = 0.3;
        private static final double DRIFT_SCATTERS = 4;
        private static final double DRIFT_LEAST_S = 1.5 * DAY_S;
        private static final double COLD_START_GRAINS = 3;
        private static final double SETTLING_PERIODS = 3;
        private static final double OVERSHOOT_GRAINS = 0.3;
        private static final double DAY_LEAST_S = 1.9 * DAY_S;
        private static final double DAY_GRAINS = 0.25;
        private static final double DAY_SHARE = 0.5;
        /** What a sensor shows with droplets on it, and how far and how fast it leaps there. */
        private static final double MIST_PCT = 97.5;
        private static final double MIST_LEAP_PCT = 7;
        private static final double MIST_LEAPS_S = 600;
        private static final double MIST_USUAL_PCT = 93;
        private static final int MIST_TIMES = 2;

        private final Quantity quantity;
        /** A difference that matters. */
        private final double grain;
        private final Samples log;
        private final Samples smooth;
        private final double keepLow;
        private final double keepHigh;
        private final double everyS;
        private final double gapS;
        private final double noise;
        private final Cycles cycles;
        private final List<Move> whole;
        private final double swing;
        private final double top;
        private final double bottom;
        private final Span all;
        private final List<Window> windows;
        /** From when on it is judged by what is usual. */
        private final double begunS;
        private final List<Span> leaps;
        private final Optional<Sight> daily;
        private final Optional<Sight> warmth;

        Looked(Quantity quantity, Samples log, double keepLow, double keepHigh, double expectedEveryS) {
            this.quantity = quantity;
            this.grain = grain(quantity);
            this.log = log;
            this.keepLow = keepLow;
            this.keepHigh = keepHigh;
            this.everyS = expectedEveryS;
            this.gapS = Figures.GAP * expectedEveryS;
            this.smooth = log.withoutSpikes();
            this.noise = log.noise();
            this.all = new Span(log.atS()[0], log.lastS());
            List<Samples> pieces = smooth.pieces(gapS);
            // Of some hours at a time: what goes on for long is no swing.
            double range = Cycles.median(chunks(pieces, RANGE_S).stream().mapToDouble(each -> each.quantile(0.9) - each.quantile(0.1))).orElse(0);
            this.cycles = Cycles.of(pieces, Math.max(Math.max(0.15 * grain, 3 * noise), 0.35 * range));
            this.whole = cycles.moves().stream().filter(Move::whole).toList();
            this.top = Cycles.median(whole.stream().mapToDouble(each -> Math.max(each.from(), each.to()))).orElse(smooth.quantile(0.95));
            this.bottom = Cycles.median(whole.stream().mapToDouble(each -> Math.min(each.from(), each.to()))).orElse(smooth.quantile(0.05));
            this.swing = top - bottom;
            this.windows = windows(pieces, Math.min(2 * HOUR_S, Math.max(HOUR_S, 2 * cycles.periodS().orElse(0))));
            this.begunS = begun();
            this.leaps = leaps();
            this.daily = dayAndNight();
            this.warmth = quantity == Quantity.TEMPERATURE ? HeatChange.of(smooth.between(begunS, all.toS()).pieces(gapS), all) : Optional.empty();
        }

        private Optional<Sight> look(Sign sign) {
            return switch (sign) {
                case SPIKE -> spikes();
                case STUCK_VALUE -> stuck();
                case SHORT_CYCLING -> shortCycling();
                case WIDE_SWING -> wideSwing();
                case OFF_CENTRE -> offCentre();
                case OPENING -> openings();
                case RAN_ON -> excursions(true);
                case FELL_SHORT -> excursions(false);
                case CHANGED -> changed();
                case LOSES_MORE, HEATER_WEAKER -> warmth.filter(each -> each.sign() == sign);
                case DRIFT -> drift();
                case OVERSHOOT -> overshoot();
                case DAY_AND_NIGHT -> daily;
                case MIST -> quantity == Quantity.RELATIVE_HUMIDITY ? mist() : Optional.empty();
            };
        }

        private static List<Samples> chunks(List<Samples> pieces, double lengthS) {
            List<Samples> chunks = new ArrayList<>();
            for (Samples piece : pieces) {
                for (double from = piece.atS()[0]; from + lengthS <= piece.lastS(); from += lengthS) {
                    chunks.add(piece.between(from, from + lengthS));
                }
            }
            return chunks.stream().filter(each -> each.count() >= 3).toList();
        }

        private static List<Window> windows(List<Samples> pieces, double lengthS) {
            return chunks(pieces, lengthS).stream().map(each -> new Window(each.atS()[0], each.lastS(), each.mean())).toList();
        }

        private Optional<Sight> spikes() {
            double[] at = log.atS();
            double[] value = log.value();
            double limit = Math.max(Math.max(SPIKE_GRAINS * grain, SPIKE_NOISES * noise), SPIKE_SWINGS * swing);
            List<Span> where = new ArrayList<>();
            double farthest = 0;
            for (int i = 1; i < value.length; i++) {
                for (int wide = 1; wide <= 2 && i + wide < value.length; wide++) {
                    double before = value[i - 1];
                    double after = value[i + wide];
                    double off = Math.min(Math.abs(value[i] - before), Math.abs(value[i + wide - 1] - after));
                    boolean oneWay = Math.signum(value[i] - before) == Math.signum(value[i + wide - 1] - after);
                    if (off > limit && oneWay && Math.abs(after - before) < 0.25 * off && at[i + wide] - at[i - 1] <= (wide + 1) * gapS) {
                        where.add(new Span(at[i], at[i + wide - 1]));
                        farthest = Math.max(farthest, off);
                        i += wide;
                        break;
                    }
                }
            }
            return seen(Sign.SPIKE, where, farthest / limit, Map.of("times", (double) where.size(), "farthest", farthest));
        }

        private Optional<Sight> stuck() {
            double[] at = log.atS();
            double[] value = log.value();
            List<Span> runs = new ArrayList<>();
            int from = 0;
            for (int i = 1; i <= value.length; i++) {
                if (i == value.length || value[i] != value[from] || at[i] - at[i - 1] > gapS) {
                    runs.add(new Span(at[from], at[i - 1]));
                    from = i;
                }
            }
            double usual = Cycles.median(runs.stream().mapToDouble(Span::lengthS)).orElse(0);
            double limit = Math.max(Math.max(STUCK_S, STUCK_TIMES * Math.max(usual, everyS)), STUCK_PERIODS * cycles.periodS().orElse(0));
            List<Span> where = runs.stream().filter(each -> each.lengthS() >= limit).toList();
            double longest = where.stream().mapToDouble(Span::lengthS).max().orElse(0);
            return runs.size() - where.size() < MOVES_OTHERWISE ? Optional.empty() : seen(Sign.STUCK_VALUE, where, longest / limit, Map.of("longestS", longest, "usualS", usual));
        }

        private Optional<Sight> shortCycling() {
            OptionalDouble period = cycles.periodS();
            if (period.isEmpty() || whole.size() < 2 * CYCLES_TO_TELL || period.getAsDouble() < READINGS_A_CYCLE * log.spacingS() || period.getAsDouble() > SHORT_PERIOD_S) {
                return Optional.empty();
            }
            return Optional.of(new Sight(Sign.SHORT_CYCLING, Sure.of(1, SHORT_PERIOD_S / period.getAsDouble()), List.of(all),
                    Map.of("periodS", period.getAsDouble(), "limitS", SHORT_PERIOD_S, "cyclesPerHour", HOUR_S / period.getAsDouble())));
        }

        private Optional<Sight> wideSwing() {
            double band = keepHigh - keepLow;
            boolean wide = whole.size() >= CYCLES_TO_TELL && swing > band && swing > OFF_GRAINS * grain;
            return wide ? Optional.of(new Sight(Sign.WIDE_SWING, Sure.of(1, swing / Math.max(band, OFF_GRAINS * grain)), List.of(all), Map.of("swing", swing, "band", band)))
                    : Optional.empty();
        }

        private Optional<Sight> offCentre() {
            OptionalDouble level = Cycles.median(windows.stream().mapToDouble(Window::mean));
            double middle = 0.5 * (keepLow + keepHigh);
            double limit = Math.max(OFF_SHARE * (keepHigh - keepLow), OFF_GRAINS * grain);
            if (windows.size() < 3 || Math.abs(level.getAsDouble() - middle) <= limit) {
                return Optional.empty();
            }
            return Optional.of(new Sight(Sign.OFF_CENTRE, Sure.of(1, Math.abs(level.getAsDouble() - middle) / limit), List.of(all),
                    Map.of("mean", level.getAsDouble(), "middle", middle, "off", level.getAsDouble() - middle)));
        }

        /** Falls and rises at once; a log that is read seldom has none that can be told. */
        private List<Span> leaps() {
            double[] at = smooth.atS();
            double[] value = smooth.value();
            double usualPace = Math.max(pace(true), pace(false));
            List<Span> where = new ArrayList<>();
            for (int i = 0; i + 1 < value.length; i++) {
                int until = i;
                while (until + 1 < value.length && at[until + 1] - at[i] <= OPENING_S && at[until + 1] - at[until] <= gapS) {
                    until++;
                }
                int low = i;
                for (int k = i + 1; k <= until; k++) {
                    low = Math.abs(value[k] - value[i]) > Math.abs(value[low] - value[i]) ? k : low;
                }
                double moved = Math.abs(value[low] - value[i]);
                if (low > i && at[i] >= begunS && moved > Math.max(OPENING_GRAINS * grain, OPENING_SWINGS * swing) && leaves(value[i], value[low], moved)
                        && moved / (at[low] - at[i]) > OPENING_FASTER * usualPace && comesBack(low, value[i], moved)) {
                    // Until it is back where it was, or its piece ends.
                    int back = low;
                    while (back + 1 < value.length && at[back + 1] - at[back] <= gapS && Math.abs(value[back] - value[i]) > Math.max(0.25 * moved, 0.5 * swing)) {
                        back++;
                    }
                    where.add(new Span(at[i], at[back]));
                    i = back;
                }
            }
            return where;
        }

        /** Whether it goes away from where it usually is, and not back there. */
        private boolean leaves(double from, double to, double moved) {
            boolean usual = from > bottom - 0.5 * grain - swing && from < top + 0.5 * grain + swing;
            return usual && Math.max(bottom - to, to - top) > 0.4 * moved;
        }

        /** Whether it turns back within three hours. */
        private boolean comesBack(int from, double where, double moved) {
            for (int i = from; i < smooth.count() && smooth.atS()[i] - smooth.atS()[from] < 3 * HOUR_S; i++) {
                if (Math.abs(smooth.value()[i] - where) < 0.5 * moved) {
                    return true;
                }
            }
            return false;
        }

        /** Median pace of what is whole, per second; 0 where nothing is. */
        private double pace(boolean rises) {
            return Cycles.median(whole.stream().filter(each -> each.rises() == rises).mapToDouble(each -> each.size() / each.lengthS())).orElse(0);
        }

        private Optional<Sight> openings() {
            if (log.spacingS() > OPENING_S / 2) {
                return Optional.empty();
            }
            List<Span> where = leaps;
            double depth = where.stream().mapToDouble(this::depth).max().orElse(0);
            return seen(Sign.OPENING, where, depth / Math.max(OPENING_GRAINS * grain, OPENING_SWINGS * swing), Map.of("times", (double) where.size(), "deepest", depth, "recoveryS",
                    Cycles.median(where.stream().mapToDouble(Span::lengthS)).orElse(0)));
        }

        private double depth(Span span) {
            Samples during = smooth.between(span.fromS(), span.toS());
            return Arrays.stream(during.value()).map(each -> Math.abs(each - during.value()[0])).max().orElse(0);
        }

        /** Where it goes on beyond where it usually turns, other than after an opening, while it first comes up, or with the hour of the day. */
        private Optional<Sight> excursions(boolean above) {
            double margin = Math.max(EXCURSION_GRAINS * grain, EXCURSION_SWINGS * swing);
            double sways = daily.map(each -> each.numbers().get("amplitude")).orElse(0.0);
            double[] at = smooth.atS();
            double[] value = smooth.value();
            List<Span> where = new ArrayList<>();
            double farthest = 0;
            for (int i = 0; i < value.length; i++) {
                int from = i;
                double far = 0;
                while (i < value.length && beyond(value[i], above) > margin + 1.5 * sways && (i == from || at[i] - at[i - 1] <= gapS)) {
                    far = Math.max(far, beyond(value[i], above));
                    i++;
                }
                if (i > from) {
                    Span span = new Span(at[from], at[i - 1]);
                    boolean opened = leaps.stream().anyMatch(each -> each.fromS() <= span.fromS() + OPENING_S && each.toS() + EXCURSION_S >= span.fromS());
                    if (span.lengthS() >= EXCURSION_S && !opened && span.fromS() >= begunS) {
                        where.add(span);
                        farthest = Math.max(farthest, far);
                    }
                }
            }
            double longest = where.stream().mapToDouble(Span::lengthS).max().orElse(0);
            return seen(above ? Sign.RAN_ON : Sign.FELL_SHORT, where, farthest / margin,
                    Map.of("times", (double) where.size(), "farthest", farthest, "longestS", longest, "usual", above ? top : bottom));
        }

        private double beyond(double value, boolean above) {
            return above ? value - top : bottom - value;
        }

        /** When it had come up and settled: from then on it is judged by what is usual. */
        private double begun() {
            double[] at = smooth.atS();
            double[] value = smooth.value();
            if (bottom - value[0] <= COLD_START_GRAINS * grain) {
                return at[0];
            }
            int up = 0;
            while (up < value.length && value[up] < bottom) {
                up++;
            }
            return up == value.length ? all.toS() : at[up] + Math.max(HOUR_S, SETTLING_PERIODS * cycles.periodS().orElse(0));
        }

        /** The moment that parts the cycles before and after it best, by how high they are or how long they take. */
        private Optional<Sight> changed() {
            List<Move> moves = whole.stream().filter(each -> each.size() < 3 * Math.max(swing, 0.1 * grain) && each.fromS() >= begunS).toList();
            double[] size = moves.stream().mapToDouble(each -> Math.log(each.size())).toArray();
            // A rise or a fall with the one after it: where either is left out above, the next is as good.
            double[] length = new double[Math.max(0, moves.size() - 1)];
            for (int i = 0; i < length.length; i++) {
                length[i] = Math.log(moves.get(i).lengthS() + moves.get(i + 1).lengthS());
            }
            return changed(moves, size).or(() -> changed(moves, length));
        }

        private Optional<Sight> changed(List<Move> moves, double[] logs) {
            int best = -1;
            double least = Double.POSITIVE_INFINITY;
            for (int i = CHANGED_MOVES; i + CHANGED_MOVES <= logs.length; i += Math.max(1, logs.length / CHANGED_TRIED)) {
                if (moves.get(i).fromS() - moves.get(0).fromS() >= CHANGED_LEAST_S && all.toS() - moves.get(i).fromS() >= CHANGED_LEAST_S) {
                    double scatter = scatter(logs, 0, i) + scatter(logs, i, logs.length);
                    if (scatter < least) {
                        least = scatter;
                        best = i;
                    }
                }
            }
            if (best < 0) {
                return Optional.empty();
            }
            double apart = Math.abs(middle(logs, 0, best) - middle(logs, best, logs.length));
            // One way for good, and not to and fro with the day: both halves of either side are nearer to each other than the sides are.
            boolean stays = Math.abs(middle(logs, 0, best / 2) - middle(logs, best / 2, best)) < 0.5 * apart
                    && Math.abs(middle(logs, best, (best + logs.length) / 2) - middle(logs, (best + logs.length) / 2, logs.length)) < 0.5 * apart;
            List<Move> before = moves.subList(0, best);
            List<Move> after = moves.subList(best, moves.size());
            return apart >= Math.log(CHANGED_FACTOR) && stays
                    ? Optional.of(new Sight(Sign.CHANGED, Sure.of(1, apart / Math.log(CHANGED_FACTOR)), List.of(new Span(moves.get(best).fromS(), all.toS())),
                            Map.of("periodBeforeS", period(before), "periodAfterS", period(after), "swingBefore", size(before), "swingAfter", size(after))))
                    : Optional.empty();
        }

        private static double middle(double[] of, int from, int to) {
            return Cycles.median(Arrays.stream(of, from, to)).orElse(0);
        }

        private static double scatter(double[] of, int from, int to) {
            double middle = middle(of, from, to);
            return Arrays.stream(of, from, to).map(each -> Math.abs(each - middle)).sum();
        }

        private static double period(List<Move> moves) {
            double rise = Cycles.median(moves.stream().filter(Move::rises).mapToDouble(Move::lengthS)).orElse(0);
            double fall = Cycles.median(moves.stream().filter(each -> !each.rises()).mapToDouble(Move::lengthS)).orElse(0);
            return Math.max(1, rise + fall);
        }

        private static double size(List<Move> moves) {
            return Cycles.median(moves.stream().mapToDouble(Move::size)).orElse(0);
        }

        /** A straight line through the windows, by Theil and Sen: a bad day bends it little. */
        private Optional<Sight> drift() {
            List<Window> settled = windows.stream().filter(each -> each.fromS() >= begunS).toList();
            if (settled.size() < 12 || settled.get(settled.size() - 1).toS() - settled.get(0).fromS() < DRIFT_LEAST_S) {
                return Optional.empty();
            }
            double perS = slope(settled);
            double middle = Cycles.median(settled.stream().mapToDouble(each -> each.mean - perS * each.middleS())).orElse(0);
            double scatter = Cycles.median(settled.stream().mapToDouble(each -> Math.abs(each.mean - perS * each.middleS() - middle))).orElse(0);
            double lengthS = settled.get(settled.size() - 1).toS() - settled.get(0).fromS();
            double moved = perS * lengthS;
            double limit = Math.max(DRIFT_GRAINS * grain, DRIFT_SCATTERS * scatter);
            // Each third goes the same way: a step goes only once, and a day goes to and fro.
            int third = settled.size() / 3;
            boolean throughout = true;
            for (int i = 0; i < 3; i++) {
                throughout &= slope(settled.subList(i * third, (i + 1) * third)) * perS > 0;
            }
            return Math.abs(moved) > limit && throughout
                    ? Optional.of(new Sight(Sign.DRIFT, Sure.of(1, Math.abs(moved) / limit), List.of(all), Map.of("moved", moved, "overS", lengthS, "aDay", perS * DAY_S)))
                    : Optional.empty();
        }

        private static double slope(List<Window> of) {
            double[] slopes = new double[of.size() * (of.size() - 1) / 2];
            int at = 0;
            for (int i = 0; i < of.size(); i++) {
                for (int k = i + 1; k < of.size(); k++) {
                    slopes[at++] = (of.get(k).mean - of.get(i).mean) / (of.get(k).middleS() - of.get(i).middleS());
                }
            }
            return Cycles.median(Arrays.stream(slopes)).orElse(0);
        }

        private Optional<Sight> overshoot() {
            double[] value = smooth.value();
            if (bottom - value[0] <= COLD_START_GRAINS * grain || whole.size() < CYCLES_TO_TELL) {
                return Optional.empty();
            }
            Samples coming = smooth.between(smooth.atS()[0], begunS);
            double highest = Arrays.stream(coming.value()).max().orElse(top);
            double limit = Math.max(OVERSHOOT_GRAINS * grain, 0.6 * swing);
            return highest - top > limit
                    ? Optional.of(new Sight(Sign.OVERSHOOT, Sure.of(1, (highest - top) / limit), List.of(new Span(all.fromS(), begunS)),
                            Map.of("over", highest - top, "highest", highest, "usual", top)))
                    : Optional.empty();
        }

        /** The part of the windows that goes once a day, by least squares on a cosine, a sine and a level. */
        private Optional<Sight> dayAndNight() {
            List<Window> settled = windows.stream().filter(each -> each.fromS() >= begunS).toList();
            if (settled.size() < 24 || settled.get(settled.size() - 1).toS() - settled.get(0).fromS() < DAY_LEAST_S) {
                return Optional.empty();
            }
            double level = settled.stream().mapToDouble(Window::mean).average().orElse(0);
            double cosine = 0;
            double sine = 0;
            double square = 0;
            for (Window each : settled) {
                double angle = 2 * Math.PI * each.middleS() / DAY_S;
                cosine += 2 * (each.mean - level) * Math.cos(angle) / settled.size();
                sine += 2 * (each.mean - level) * Math.sin(angle) / settled.size();
                square += (each.mean - level) * (each.mean - level) / settled.size();
            }
            double amplitude = Math.hypot(cosine, sine);
            double share = square > 0 ? 0.5 * amplitude * amplitude / square : 0;
            double limit = DAY_GRAINS * grain;
            return amplitude > limit && share > DAY_SHARE
                    ? Optional.of(new Sight(Sign.DAY_AND_NIGHT, Sure.of(1, amplitude / limit), List.of(all), Map.of("amplitude", amplitude, "shareOfAll", share)))
                    : Optional.empty();
        }

        /** Leaps up to where only droplets on the cap bring it, again and again, in a log that stands well below. */
        private Optional<Sight> mist() {
            double[] at = log.atS();
            double[] value = log.value();
            List<Span> where = new ArrayList<>();
            for (int i = 1; i < value.length; i++) {
                if (value[i] < MIST_PCT || value[i - 1] >= MIST_PCT) {
                    continue;
                }
                int until = i;
                while (until + 1 < value.length && value[until + 1] >= MIST_PCT && at[until + 1] - at[until] <= gapS) {
                    until++;
                }
                Samples before = log.between(at[i] - MIST_LEAPS_S, at[i - 1]);
                boolean leapt = before.count() > 0 && Arrays.stream(before.value()).min().getAsDouble() < value[i] - MIST_LEAP_PCT;
                if (leapt && until > i) {
                    where.add(new Span(at[i], at[until]));
                }
                i = until;
            }
            double usual = log.quantile(0.5);
            return where.size() < MIST_TIMES || usual > MIST_USUAL_PCT ? Optional.empty()
                    : seen(Sign.MIST, where, (double) where.size() / MIST_TIMES, Map.of("times", (double) where.size(), "usual", usual, "longestS",
                            where.stream().mapToDouble(Span::lengthS).max().orElse(0)));
        }

        private static Optional<Sight> seen(Sign sign, List<Span> where, double over, Map<String, Double> numbers) {
            return where.isEmpty() ? Optional.empty()
                    : Optional.of(new Sight(sign, Sure.of(where.size(), over), where.stream().sorted(Comparator.comparingDouble(Span::fromS)).toList(), numbers));
        }
    }
}
