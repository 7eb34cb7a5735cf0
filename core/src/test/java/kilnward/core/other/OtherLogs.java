package kilnward.core.other;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.control.Style;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.series.Samples;
import kilnward.core.setup.Setup;

/**
 * Logs of foam boxes by {@link OtherBox}: an on/off controller in a room that wanders, readings to a tenth of a kelvin with the noise of an instrument, a room sensor that is off, a
 * lid that is opened now and then. What was planned of such a box is a setup of the product; what it is differs by factors that are known here. Invented boxes.
 */
public final class OtherLogs {
    private static final double PLAN_CONDUCTIVITY = 0.036;
    private static final double FILM_WM2K = 5;
    private static final double ON_AT_C = 28;
    private static final double OFF_AT_C = 28.6;
    private static final double LID_AIR_CHANGES = 400;
    private static final double LID_S = 150;
    private static final double STEP_S = 0.5;
    private static final int LOOKS_S = 2;
    private static final double PLUG_S = 15;

    private OtherLogs() {
    }

    /** Where the heater is. */
    public enum Where {
        MAT_ON_FLOOR,
        /** Planned as a mat on the floor. */
        MAT_IN_AIR,
        ROD
    }

    /**
     * A box as planned.
     *
     * @param sides length, width, height, thickness of the foam (m)
     */
    public record Planned(double[] sides, double kg, double watts, Where where, double airChanges, double feltOfHeater, double lagS) {
        /** One of many, with enough watts for its walls. */
        public static Planned any(SplittableRandom random) {
            Where where = Where.values()[random.nextInt(3)];
            double[] sides = {0.35 + 0.4 * random.nextDouble(), 0.3 + 0.2 * random.nextDouble(), 0.25 + 0.2 * random.nextDouble(), 0.03 + 0.03 * random.nextDouble()};
            double area = 2 * (sides[0] * sides[1] + sides[0] * sides[2] + sides[1] * sides[2]);
            double holdsW = 12 * area / (0.26 + sides[3] / PLAN_CONDUCTIVITY) * 1.25;
            return new Planned(sides, 1 + 5 * random.nextDouble(), Math.rint(holdsW * (1.7 + 1.3 * random.nextDouble())), where, 0.3 + 0.7 * random.nextDouble(),
                    0.02 + 0.05 * random.nextDouble(), 30 + 60 * random.nextDouble());
        }

        double surfaceM2() {
            return 0.1 * Math.pow(kg, 2 / 3.0);
        }

        /** The product's plan of it. */
        public Setup setup() {
            var profile = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
            Heater heater = heaterKind().typical("mat", watts);
            Chamber box = Osier.chamber(Osier.foamBox(sides[0], sides[1], sides[2], 1000 * sides[3]), airChanges, AirMovement.STILL, Contents.dry(kg, 3300, surfaceM2(), 0),
                    OccupantPlace.CONTENTS, 0, List.of(heater), Room.of(14, 22, 15), 0);
            Probe probe = Probe.of("probe", new ProbePlace(feltOfHeater, 0, 0, 0, 0, 0, lagS), 0);
            return Osier.setup(box, probe, Osier.planned(profile, Osier.settings(profile, OFF_AT_C, OFF_AT_C - ON_AT_C, 32, 25)));
        }

        private HeaterKind heaterKind() {
            return where == Where.ROD ? HeaterKind.ROD : HeaterKind.MAT;
        }
    }

    /** What of a box is other than planned: factors, and the share of the heater that the probe feels. */
    public record Truth(double walls, double air, double kg, double element, double contact, double watts, double felt) {
        /** As planned. */
        public static Truth asPlanned(Planned planned) {
            return new Truth(1, 1, 1, 1, 1, 1, planned.feltOfHeater);
        }

        /** Anything usual. */
        public static Truth any(SplittableRandom random) {
            return new Truth(spread(random, 0.6), spread(random, 0.6), spread(random, 0.8), spread(random, 0.6), spread(random, 0.4), spread(random, 0.4),
                    0.02 + 0.06 * random.nextDouble());
        }

        private static double spread(SplittableRandom random, double width) {
            return Math.exp(width * (random.nextDouble() - 0.5));
        }

        public Truth walls(double factor) {
            return new Truth(factor, air, kg, element, contact, watts, felt);
        }

        public Truth air(double factor) {
            return new Truth(walls, factor, kg, element, contact, watts, felt);
        }

        public Truth watts(double factor) {
            return new Truth(walls, air, kg, element, contact, factor, felt);
        }
    }

    /** The other simulator's box. */
    public static OtherBox box(Planned planned, Truth truth, double startC) {
        Heater heater = planned.heaterKind().typical("mat", planned.watts);
        double floorM2 = planned.where == Where.ROD ? 0 : (heater.toAirWK() + heater.toContentsWK()) / 10;
        double toAirWK = truth.contact * heater.toAirWK();
        double toContentsWK = truth.contact * heater.toContentsWK();
        if (planned.where == Where.MAT_IN_AIR) {
            // Both faces give to the air, none to what lies above or below.
            toAirWK += toContentsWK + truth.contact * FILM_WM2K * floorM2;
            toContentsWK = 0;
            floorM2 = 0;
        }
        OtherBox.Element element = new OtherBox.Element(truth.watts * planned.watts, truth.element * heater.elementJK(), toAirWK, toContentsWK, floorM2);
        return new OtherBox(planned.sides, truth.walls * PLAN_CONDUCTIVITY, truth.air * planned.airChanges, truth.kg * planned.kg * 3300, FILM_WM2K * planned.surfaceM2(), element,
                startC);
    }

    /** The room of a log: a mean, a day, and a wander that forgets itself within hours. */
    private static double[] room(double meanC, double startHour, int minutes, SplittableRandom random) {
        double[] room = new double[minutes + 1];
        double wander = 0;
        for (int i = 0; i <= minutes; i++) {
            room[i] = meanC + 1.2 * Math.cos(2 * Math.PI * (startHour + i / 60.0 - 16) / 24) + wander;
            wander += -wander / 120 + 0.06 * random.nextGaussian();
        }
        return room;
    }

    /**
     * What was logged.
     *
     * @param read   the probe once a minute, to 0.1 °C
     * @param watts  what the heater drew, four times as often
     * @param roomC  what the room's sensor read once a minute (°C)
     * @param opened when the lid was opened (s)
     */
    public record Logged(Samples read, Samples watts, double[] roomC, List<Double> opened) {
    }

    /** How a log is made: from cold or settled, how long, how far the room's sensor is off at most, how often the lid is opened, and how often it is read (s). */
    public record Manner(boolean cold, double hours, double roomOffK, double noiseK, int openings, int everyS) {
        /** Read once a minute. */
        public Manner(boolean cold, double hours, double roomOffK, double noiseK, int openings) {
            this(cold, hours, roomOffK, noiseK, openings, 60);
        }
    }

    /** What changes from one moment of a log on (s): air changes and watts, by factors. */
    public record Change(double atS, double air, double watts) {
        static final Change NONE = new Change(Double.POSITIVE_INFINITY, 1, 1);
    }

    /** So many times the air changes that it ends as far from the room as with so many times all of its heat lost. */
    public static double leak(Planned planned, double more) {
        double endsK = box(planned, Truth.asPlanned(planned), 16).endsAboveK() / more;
        double factor = 1;
        while (box(planned, Truth.asPlanned(planned).air(factor), 16).endsAboveK() > endsK) {
            factor *= 1.02;
        }
        return factor;
    }

    /** A log. */
    public static Logged of(Planned planned, Truth truth, Manner manner, SplittableRandom random) {
        return of(planned, truth, manner, Change.NONE, random);
    }

    /** A log of a box that changes. */
    public static Logged of(Planned planned, Truth truth, Manner manner, Change change, SplittableRandom random) {
        double startHour = 24 * random.nextDouble();
        int settleMinutes = manner.cold ? 0 : 20 * 60;
        int minutes = (int) (60 * manner.hours);
        double[] room = room(15 + 4 * random.nextDouble(), startHour, settleMinutes + minutes, random);
        OtherBox box = box(planned, truth, manner.cold ? room[0] : 27);
        double roomOffK = manner.roomOffK * (2 * random.nextDouble() - 1);
        double phaseS = Math.floor(manner.everyS * random.nextDouble());
        int count = 60 * minutes / manner.everyS;
        List<Double> opened = new ArrayList<>();
        for (int i = 0; i < manner.openings; i++) {
            opened.add(60 * minutes * (0.25 + 0.65 * (i + random.nextDouble()) / manner.openings));
        }
        double[] at = new double[count];
        double[] read = new double[count];
        double[] roomRead = new double[minutes + 1];
        List<double[]> watts = new ArrayList<>();
        double probe = box.airC;
        boolean on = false;
        int next = 0;
        double beginsS = 60.0 * settleMinutes;
        for (double t = 0; next < count; t += STEP_S) {
            double since = t - beginsS;
            double roomC = room[Math.min(room.length - 1, (int) (t / 60))];
            if (t % LOOKS_S == 0) {
                // It acts on what it shows, to a tenth.
                double shownC = Math.rint(10 * probe) / 10;
                on = shownC <= ON_AT_C || shownC < OFF_AT_C && on;
            }
            boolean open = opened.stream().anyMatch(each -> since >= each && since < each + LID_S);
            boolean changed = since >= change.atS;
            box.airChanges(open ? LID_AIR_CHANGES : truth.air * planned.airChanges * (changed ? change.air : 1));
            double share = on ? changed ? change.watts : 1 : 0;
            box.step(share, roomC);
            double felt = (1 - truth.felt) * box.airC + truth.felt * box.elementC;
            probe += STEP_S / planned.lagS * (felt - probe);
            if (since >= 0 && since % PLUG_S == 0) {
                watts.add(new double[] {since, share * truth.watts * planned.watts});
            }
            if (since >= 0 && since % 60 == 0) {
                roomRead[(int) (since / 60)] = Math.rint(10 * (roomC + roomOffK)) / 10;
            }
            if (since >= manner.everyS * next + phaseS) {
                at[next] = since;
                read[next] = Math.rint(10 * (probe + manner.noiseK * random.nextGaussian())) / 10;
                next++;
            }
        }
        roomRead[minutes] = roomRead[minutes - 1];
        return new Logged(new Samples(at, read), new Samples(watts.stream().mapToDouble(each -> each[0]).toArray(), watts.stream().mapToDouble(each -> each[1]).toArray()),
                Arrays.copyOf(roomRead, minutes), opened);
    }
}
