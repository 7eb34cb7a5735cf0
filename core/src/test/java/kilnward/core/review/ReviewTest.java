package kilnward.core.review;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import kilnward.core.Osier;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.control.Style;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.scenario.ApplianceDead;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.series.Samples;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Logs of simulated boxes, three days read once a minute with noise and rounding, each with one thing wrong, and sound ones. */
class ReviewTest {
    private static final int RUNS = Boolean.getBoolean("kiln.soak") ? 100 : 20;
    private static final double HOURS = 72;

    /** A box of Osier End that runs for three days; every one is a little other. */
    private static final class Made {
        private final SplittableRandom random;
        private double heaterW = 25;
        private double differentialK = 0.8;
        private int everyS = 60;
        private double lagS = 60;
        private double setC = 28.6;
        private double airChanges = 0.5;
        private Scenario.Start start = Scenario.Start.SETTLED;
        private double roomC;
        private double roomDayK = 0.6;
        private final List<Scenario.LidOpening> openings = new ArrayList<>();
        private final List<Fault> faults = new ArrayList<>();
        private double probeAtHeater = 0.05;
        private double elementJK = Double.NaN;

        Made(long seed) {
            random = new SplittableRandom(seed);
            roomC = 17 + 4 * random.nextDouble();
        }

        double some(double from, double to) {
            return from + (to - from) * random.nextDouble();
        }

        private double[] shown() {
            var profile = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
            Heater mat = HeaterKind.MAT.typical("mat", 25);
            Heater heater = new Heater(mat.id(), mat.kind(), heaterW * some(0.96, 1.04), Double.isNaN(elementJK) ? mat.elementJK() : elementJK, mat.toAirWK(), mat.toContentsWK(),
                    mat.selfLimitC(), mat.ownThermostat());
            var chamber = Osier
                    .chamber(Osier.foamBox(0.5, 0.35, 0.24, 50), airChanges, Osier.reedbox().airMovement(), Osier.reedbox().contents(), Osier.reedbox().occupantPlace(), 0,
                            List.of(heater), Room.of(12, 26, 15), 140)
                    .withLossFactor(some(0.95, 1.05));
            Probe probe = Probe.of("probe", new kilnward.core.probe.ProbePlace(probeAtHeater, 0.1, 0, 0, 0, 0, lagS), 0);
            Setup setup = Osier.setup(chamber, probe, Osier.planned(profile, Osier.settings(profile, setC, differentialK, 32, 25)));
            int buckets = (int) (HOURS * 3600 / everyS);
            RoomCurve room = time -> roomC + roomDayK * Math.cos(2 * Math.PI * (time / 3600 - 15) / 24);
            Trace.Envelope envelope = Rehearsal.run(setup.rig(), new Scenario(room, 0, HOURS * 3600, 1, start, faults, buckets, openings, List.of())).trace().displays().get(0);
            double[] value = new double[buckets];
            for (int i = 0; i < buckets; i++) {
                value[i] = envelope.low()[i] + random.nextDouble() * (envelope.high()[i] - envelope.low()[i]);
            }
            return value;
        }

        Samples read(double... shown) {
            double[] at = new double[shown.length];
            double[] value = new double[shown.length];
            for (int i = 0; i < shown.length; i++) {
                at[i] = everyS * (i + 0.5);
                value[i] = Math.rint((shown[i] + 0.04 * 2 * (random.nextDouble() + random.nextDouble() + random.nextDouble() - 1.5)) * 10) / 10;
            }
            return new Samples(at, value);
        }

        int minute(double fromHour, double toHour) {
            return (int) (60 * some(fromHour, toHour));
        }
    }

    private static Samples planted(Sign sign, long seed) {
        Made made = new Made(seed);
        switch (sign) {
            case SPIKE -> {
                double[] shown = made.shown();
                for (int i = 0; i < 3; i++) {
                    shown[made.minute(2, 70)] += (made.random.nextBoolean() ? 1 : -1) * made.some(3, 20);
                }
                return made.read(shown);
            }
            case STUCK_VALUE -> {
                Samples read = made.read(made.shown());
                int from = made.minute(5, 60);
                double[] value = read.value().clone();
                java.util.Arrays.fill(value, from, from + made.minute(4, 8), value[from]);
                return new Samples(read.atS(), value);
            }
            case SHORT_CYCLING -> {
                // Read by a quicker logger: of minutes nobody can tell cycles of four.
                made.everyS = 20;
                made.differentialK = made.some(0.2, 0.3);
                made.heaterW = made.some(30, 50);
                made.probeAtHeater = made.some(0.15, 0.2);
                made.lagS = 20;
            }
            case WIDE_SWING -> made.differentialK = made.some(2.4, 3);
            case OFF_CENTRE -> made.setC += made.some(0.9, 1.4) * (made.random.nextBoolean() ? 1 : -1);
            case OPENING -> {
                for (int i = 0; i < 3; i++) {
                    made.openings.add(new Scenario.LidOpening(60.0 * made.minute(4 + 20 * i, 20 + 20 * i), made.some(120, 400)));
                }
            }
            case RAN_ON -> {
                double[] shown = made.shown();
                int from = made.minute(10, 60);
                int length = made.minute(1, 3);
                // A relay that stuck and came loose again: up by the pace of the heater, down by that of the box.
                double up = made.some(1.5, 5);
                for (int i = from; i < shown.length; i++) {
                    shown[i] += i < from + length ? up * (i - from) / length : up * Math.exp(-(i - from - length) / 50.0);
                }
                return made.read(shown);
            }
            case FELL_SHORT -> made.faults.add(new ApplianceDead("mat", 60.0 * made.minute(10, 66)));
            case CHANGED -> {
                double[] before = made.shown();
                if (made.random.nextBoolean()) {
                    made.differentialK *= made.some(2, 2.6);
                } else {
                    made.heaterW *= made.some(2.4, 3);
                }
                double[] after = made.shown();
                int from = made.minute(20, 50);
                System.arraycopy(after, from, before, from, before.length - from);
                return made.read(before);
            }
            case LOSES_MORE, HEATER_WEAKER -> {
                double[] before = made.shown();
                // Half the heat lost again, by air; or two thirds of the watts.
                made.airChanges = sign == Sign.LOSES_MORE ? made.some(12, 16) : made.airChanges;
                made.heaterW *= sign == Sign.HEATER_WEAKER ? made.some(0.65, 0.75) : 1;
                double[] after = made.shown();
                int from = made.minute(24, 48);
                System.arraycopy(after, from, before, from, before.length - from);
                return made.read(before);
            }
            case DRIFT -> {
                double[] shown = made.shown();
                double by = made.some(0.7, 1.5) * (made.random.nextBoolean() ? 1 : -1);
                for (int i = 0; i < shown.length; i++) {
                    shown[i] += by * i / shown.length;
                }
                return made.read(shown);
            }
            case OVERSHOOT -> {
                made.start = Scenario.Start.COLD;
                double[] shown = made.shown();
                int first = 0;
                while (shown[first] < made.setC - 0.3) {
                    first++;
                }
                // A controller that has summed up the way from cold, and lets go of it by and by.
                double over = made.some(1, 2.5);
                for (int i = first; i < shown.length; i++) {
                    double later = (i - first) / 10.0;
                    shown[i] += over * later * Math.exp(1 - later);
                }
                return made.read(shown);
            }
            case MIST -> throw new AssertionError("is of a humidity");
            case DAY_AND_NIGHT -> {
                made.roomC = made.some(13, 14);
                made.roomDayK = made.some(4, 5);
                made.heaterW = made.some(7.2, 8.2);
            }
            default -> throw new IllegalArgumentException(sign.name());
        }
        return made.read(made.shown());
    }

    private static Set<Sign> signs(Samples log) {
        return Review.of(Quantity.TEMPERATURE, log, 27.3, 29.1, log.spacingS()).sights().stream().map(Sight::sign)
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(Sign.class)));
    }

    @ParameterizedTest
    @EnumSource(value = Sign.class, mode = EnumSource.Mode.EXCLUDE, names = "MIST")
    void whatIsPlantedIsSeen(Sign sign) {
        List<String> missed = new ArrayList<>();
        for (int seed = 0; seed < RUNS; seed++) {
            Set<Sign> seen = signs(planted(sign, seed));
            if (!seen.contains(sign)) {
                missed.add(seed + " " + seen);
            }
        }
        assertTrue(missed.size() <= 0.05 * RUNS, sign + " missed in " + missed.size() + " of " + RUNS + ": " + missed);
    }

    @Test
    void soundBoxesShowNothing() {
        List<String> wrong = new ArrayList<>();
        for (int seed = 0; seed < RUNS; seed++) {
            Made made = new Made(1000 + seed);
            Set<Sign> seen = signs(made.read(made.shown()));
            if (!seen.isEmpty()) {
                wrong.add(seed + " " + seen);
            }
        }
        assertTrue(wrong.size() <= 0.05 * RUNS, wrong.size() + " of " + RUNS + ": " + wrong);
    }

    @Test
    void aShortLogShowsNothingAndSaysSo() {
        Review review = Review.of(Quantity.TEMPERATURE, new Samples(new double[] {0, 60}, new double[] {20, 90}), 27, 29, 60);
        assertEquals(List.of(), review.sights());
        assertTrue(review.cycles().periodS().isEmpty());
    }

    /** Three days of a humidity between on and off, a reading a minute, with or without droplets on the cap after the humidifier. */
    private static Samples damp(long seed, boolean mist) {
        SplittableRandom random = new SplittableRandom(seed);
        double low = 74 + 10 * random.nextDouble();
        double width = 3 + 4 * random.nextDouble();
        int period = 20 + random.nextInt(60);
        int every = 5 + random.nextInt(8);
        int count = (int) (60 * HOURS);
        double[] at = new double[count];
        double[] value = new double[count];
        for (int i = 0; i < count; i++) {
            double phase = (double) (i % period) / period;
            double up = phase < 0.3 ? phase / 0.3 : (1 - phase) / 0.7;
            boolean wet = mist && i / period % every == 2 && phase >= 0.25 && phase < 0.25 + Math.max(0.2, 4.0 / period);
            at[i] = 60.0 * i;
            value[i] = Math.rint(wet ? 98.5 + 1.5 * random.nextDouble() : low + width * up + 0.5 * random.nextGaussian());
        }
        return new Samples(at, value);
    }

    @Test
    void mistOnTheSensorIsSeenAndSoundOnesShowNone() {
        int missed = 0;
        int wrong = 0;
        for (int seed = 0; seed < RUNS; seed++) {
            missed += Review.of(Quantity.RELATIVE_HUMIDITY, damp(seed, true), 70, 95, 60).sights().stream().noneMatch(each -> each.sign() == Sign.MIST) ? 1 : 0;
            wrong += Review.of(Quantity.RELATIVE_HUMIDITY, damp(seed, false), 70, 95, 60).sights().stream().anyMatch(each -> each.sign() == Sign.MIST) ? 1 : 0;
        }
        assertTrue(missed <= 0.05 * RUNS && wrong <= 0.05 * RUNS, "missed " + missed + ", wrong " + wrong + " of " + RUNS);
    }
}
