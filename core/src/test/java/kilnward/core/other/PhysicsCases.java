package kilnward.core.other;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleUnaryOperator;
import kilnward.core.Osier;
import kilnward.core.air.MoistAir;
import kilnward.core.air.StandardAtmosphere;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Glazing;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.Sun;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Tank;
import kilnward.core.chamber.body.Wall;
import kilnward.core.chamber.model.LinearStep;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.chamber.model.ThermalModel;
import kilnward.core.control.Direction;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.scenario.RelayStuckOff;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;

/** What the product says beside what a model says that shares nothing with it: boxes by finite differences, a glass house ray by ray. */
public final class PhysicsCases {
    private static final double ROOM_C = 16;
    private static final double FILM_WM2K = 5;

    private PhysicsCases() {
    }

    /** One quantity of one case. */
    public record Row(String which, String quantity, String unit, double independent, double product) {
        /** Product over independent. */
        public double ratio() {
            return product / independent;
        }
    }

    /** A box: sides and foam (m), kilograms and square metres of what is inside, watts. */
    private record Case(String name, double[] sides, double kg, double surfaceM2, double watts) {
    }

    private static final List<Case> BOXES = List.of(new Case("egg box, 42 litres, 50 mm", new double[] {0.5, 0.35, 0.24, 0.05}, 4, 0.35, 25),
            new Case("small box, 27 litres, 30 mm", new double[] {0.3, 0.3, 0.3, 0.03}, 1, 0.1, 20),
            new Case("culture box, 288 litres, 40 mm", new double[] {0.8, 0.6, 0.6, 0.04}, 10, 0.8, 60));

    /** All of them. */
    public static List<Row> all() {
        List<Row> rows = new ArrayList<>();
        for (Case each : BOXES) {
            for (HeaterKind kind : new HeaterKind[] {HeaterKind.ROD, HeaterKind.MAT}) {
                rows.addAll(box(each, kind));
            }
        }
        rows.addAll(house());
        rows.addAll(wetBulbs());
        rows.addAll(tank());
        return rows;
    }

    private static OtherBox other(Case of, Heater heater, double startC) {
        double onFloorM2 = heater.kind() == HeaterKind.MAT ? (heater.toAirWK() + heater.toContentsWK()) / 10 : 0;
        return new OtherBox(of.sides, 0.5, of.kg * 3300, FILM_WM2K * of.surfaceM2,
                new OtherBox.Element(heater.powerW(), heater.elementJK(), heater.toAirWK(), heater.toContentsWK(), onFloorM2), startC);
    }

    private static List<Row> box(Case of, HeaterKind kind) {
        Heater heater = kind.typical("heat", of.watts);
        String which = of.name + (kind == HeaterKind.MAT ? ", mat on the floor" : ", rod in the air");
        Chamber chamber = Osier.chamber(Osier.foamBox(of.sides[0], of.sides[1], of.sides[2], 1000 * of.sides[3]), 0.5, AirMovement.STILL,
                Contents.dry(of.kg, 3300, of.surfaceM2, 0), OccupantPlace.CONTENTS, 0, List.of(heater), Room.of(ROOM_C, ROOM_C, 15), 0);
        SteadyState steady = SteadyState.of(chamber);
        double riseK = OtherBox.endsAt(other(of, heater, ROOM_C), 1, ROOM_C) - ROOM_C;
        List<Row> rows = new ArrayList<>();
        rows.add(new Row(which, "holds 28 in a room of 16 °C", "W", of.watts * 12 / riseK, steady.holdingW(28, ROOM_C)));
        rows.add(new Row(which, "stuck on, above the room", "K", riseK, steady.occupantC(ROOM_C, 1, 0) - ROOM_C));
        rows.add(new Row(which, "from all at 16 to 24 °C", "h", until(other(of, heater, ROOM_C), 1, 24), until(new Ours(chamber, ROOM_C), 1, 24)));
        rows.add(new Row(which, "from all at 28 to 22 °C, power off", "h", until(other(of, heater, 28), 0, 22), until(new Ours(chamber, 28), 0, 22)));
        OtherBox cycling = other(of, heater, 27);
        double[] theirs = cycles(at -> {
            cycling.step(at, ROOM_C);
            cycling.step(at, ROOM_C);
            return cycling.airC;
        });
        Ours ours = new Ours(chamber, 27);
        double[] mine = cycles(at -> {
            ours.step(at);
            return ours.airC();
        });
        rows.add(new Row(which, "period between 28.0 and 28.6 °C", "min", theirs[0] / 60, mine[0] / 60));
        rows.add(new Row(which, "share of the time on", "%", 100 * theirs[1], 100 * mine[1]));
        return rows;
    }

    /** The product's own network, a second at a time. */
    private static final class Ours {
        private final ThermalModel model;
        private final double[][] phi;
        private final double[][] gamma;
        private double[] nodes;

        private Ours(Chamber chamber, double startC) {
            model = ThermalModel.of(chamber);
            double[][] a = new double[model.nodes()][model.nodes()];
            double[][] b = new double[model.nodes()][model.inputs()];
            model.fill(a, b);
            LinearStep step = LinearStep.of(a, b, 1);
            phi = step.phi();
            gamma = step.gamma();
            nodes = new double[model.nodes()];
            Arrays.fill(nodes, startC);
            watts = chamber.heaters().get(0).powerW();
        }

        private final double watts;

        private void step(double share) {
            double[] next = new double[nodes.length];
            for (int i = 0; i < next.length; i++) {
                next[i] = gamma[i][ThermalModel.ROOM_INPUT] * ROOM_C + gamma[i][ThermalModel.FIRST_ELEMENT_INPUT] * share * watts;
                for (int j = 0; j < next.length; j++) {
                    next[i] += phi[i][j] * nodes[j];
                }
            }
            nodes = next;
        }

        private double airC() {
            return nodes[model.air()];
        }

        private double contentsC() {
            return nodes[model.contents()];
        }
    }

    private static double until(OtherBox box, double share, double levelC) {
        boolean up = box.contentsC < levelC;
        double seconds = 0;
        for (; up ? box.contentsC < levelC : box.contentsC > levelC; seconds += 0.5) {
            box.step(share, ROOM_C);
        }
        return seconds / 3600;
    }

    private static double until(Ours box, double share, double levelC) {
        boolean up = box.contentsC() < levelC;
        double seconds = 0;
        for (; up ? box.contentsC() < levelC : box.contentsC() > levelC; seconds++) {
            box.step(share);
        }
        return seconds / 3600;
    }

    /** Mean period and share on in the last half of a day and a half, by the air itself, looked at each second. */
    private static double[] cycles(DoubleUnaryOperator secondWith) {
        int length = 36 * 3600;
        boolean on = true;
        double air = 27;
        int first = -1;
        int last = -1;
        int count = 0;
        int onS = 0;
        for (int s = 0; s < length; s++) {
            boolean before = on;
            on = air < 28.0 || air < 28.6 && on;
            if (on && !before && s > length / 2) {
                first = first < 0 ? s : first;
                last = s;
                count++;
            }
            if (s > length / 2) {
                onS += on ? 1 : 0;
            }
            air = secondWith.applyAsDouble(on ? 1 : 0);
        }
        return new double[] {(last - first) / (double) Math.max(1, count - 1), onS / (length / 2.0)};
    }

    private static List<Row> house() {
        // Little diffuse light, so that the beam decides: what is left of it is taken off the product's sum by asking at the same hour.
        Sun sun = new Sun(1000, 5, 19.5);
        Room room = new Room(22, 22, 15, OptionalDouble.empty(), OptionalDouble.empty(), Optional.of(sun));
        Chamber house = Osier.chamber(new Box(2.4, 1.8, 2, Collections.nCopies(6, new Wall(List.of(new Layer(Material.WINDOW_GLASS, 4)), List.of()))), 1, AirMovement.STILL,
                Contents.dry(1, 1000, 0.01, 0), OccupantPlace.AIR, 0, List.of(), room, 0);
        Glazing glazing = Glazing.of(house).orElseThrow();
        List<Row> rows = new ArrayList<>();
        for (double hour : new double[] {9, 12.25, 16}) {
            double[] toSun = glazing.toSun(hour * 3600);
            double beamWm2 = glazing.beamWm2(hour * 3600);
            rows.add(new Row("glass house, 4.3 m², " + (hour == 12.25 ? "noon" : (int) hour + " h"), "stays inside of the beam", "W",
                    beamWm2 * RayHouse.beamStaysM2(new double[] {2.4, 1.8, 2}, toSun, 32, 200_000), glazing.ofBeamW(hour * 3600)));
        }
        return rows;
    }

    /** Over water, by Magnus (WMO No. 8, annex 4.B; from memory), Pa. */
    private static double magnusPa(double temperatureC) {
        return 611.2 * Math.exp(17.62 * temperatureC / (243.12 + temperatureC));
    }

    /** An aspirated psychrometer by its equation, A = 0.000662/K (WMO No. 8, annex 4.B; from memory). */
    private static List<Row> wetBulbs() {
        List<Row> rows = new ArrayList<>();
        for (double[] each : new double[][] {{25, 50}, {30, 30}, {15, 80}}) {
            double vapourPa = each[1] / 100 * magnusPa(each[0]);
            double low = -10;
            double high = each[0];
            for (int i = 0; i < 60; i++) {
                double middle = 0.5 * (low + high);
                boolean tooDry = magnusPa(middle) - 0.000662 * StandardAtmosphere.SEA_LEVEL_PA * (each[0] - middle) < vapourPa;
                low = tooDry ? middle : low;
                high = tooDry ? high : middle;
            }
            rows.add(new Row("air of " + (int) each[0] + " °C and " + (int) each[1] + " %RH", "wet bulb", "°C", low,
                    MoistAir.of(each[0], each[1], StandardAtmosphere.SEA_LEVEL_PA).wetBulbC()));
        }
        return rows;
    }

    /** A tank of 90 by 40 by 42 cm of water in 10 mm of glass, open above, in a room of 18 °C and 55 %RH: what it loses in eight hours without heat. */
    private static List<Row> tank() {
        Box glass = new Box(0.9, 0.4, 0.5, Collections.nCopies(6, new Wall(List.of(new Layer(Material.WINDOW_GLASS, 10)), List.of())));
        Chamber tank = new Chamber(glass, Optional.of(new Tank(0.42, 0)), 0, AirMovement.STILL, Contents.dry(1, 800, 0.5, 0), OccupantPlace.AIR, 0,
                List.of(HeaterKind.IN_TANK.typical("mat", 300)), Room.of(18, 18, 15).withHumidity(55), 0, 1);
        Rig rig = new Rig(tank, Osier.eggNeeds(), List.of(Osier.probe(0, 0)),
                List.of(Osier.onOff(new SwitchingPoints(Direction.RAISE, 25.9, 26.1), DisplayUnit.C, 0.1, 0)));
        Scenario night = new Scenario(RoomCurve.constant(18), 0, 9 * 3600, 1, Scenario.Start.SETTLED, List.of(new RelayStuckOff("loop", 3600)), 540);
        double[] occupant = Rehearsal.run(rig, night).trace().occupant().low();
        double startC = occupant[59];
        double capacityJK = 0.9 * 0.4 * 0.42 * 4.17e6 + 800;
        double glassWK = (2 * (0.9 + 0.4) * 0.42 + 0.9 * 0.4) / (0.13 + 0.01 / 1.0);
        double waterC = startC;
        for (int i = 0; i < 8 * 60; i++) {
            // Quiet water: 0.74 of what Carrier's equation gives in still air (Smith, Löf and Jones, Solar Energy 53, 1994; from memory).
            double kgS = 0.36 * 0.74 * 0.089 * (magnusPa(waterC) - 0.55 * magnusPa(18)) / 1000 / 2440;
            double surfaceW = 0.36 * (5.5 + 4) * (waterC - 18) + 2.44e6 * kgS;
            waterC -= 60 * (glassWK * (waterC - 18) + surfaceW) / capacityJK;
        }
        double evaporatedKg = Rehearsal.run(rig, new Scenario(RoomCurve.constant(18), 0, 9 * 3600, 1, Scenario.Start.SETTLED, List.of(), 9)).metrics().water().orElseThrow()
                .suppliedKg();
        double heldKg = 9 * 3600 * 0.36 * 0.74 * 0.089 * (magnusPa(26) - 0.55 * magnusPa(18)) / 1000 / 2440;
        return List.of(new Row("open tank, 151 litres, room 18 °C", "loses in 8 h without heat", "K", startC - waterC, startC - occupant[539]),
                new Row("open tank, 151 litres, room 18 °C", "evaporates in 9 h at 26 °C", "kg", heldKg, evaporatedKg));
    }
}
