package kilnward.core.chamber.model;

import java.util.ArrayList;
import java.util.List;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.body.WallSide;

/**
 * Where the heat of a chamber comes from and goes to while everything is held. All paths together add up to zero.
 *
 * @param airC  air, or the water of a tank (°C)
 * @param roomC room (°C)
 * @param paths paths with something flowing, in the order of {@link Kind}
 */
public record HeatBalance(double airC, double roomC, List<Path> paths) {
    private static final double NOTHING_W = 1e-9;

    /** Kinds of path. */
    public enum Kind {
        HEATER,
        LAMPS,
        FANS,
        LIVING,
        WALL,
        OPENINGS,
        AIR_EXCHANGE,
        GROUND,
        SURFACE,
        MOISTURE,
        COOLERS
    }

    /**
     * One path.
     *
     * @param kind    kind
     * @param subject the heater's id or the wall's {@link WallSide}; empty for the others
     * @param watts   heat into the chamber (W), negative where it leaves
     */
    public record Path(Kind kind, String subject, double watts) {
    }

    public HeatBalance {
        paths = List.copyOf(paths);
    }

    static HeatBalance of(Chamber chamber, ThermalModel model, Flow flow, double[] nodes, double[] inputs, double roomC,
            double heaterShare, double coolingW, double fansW, double lampsW) {
        List<Path> paths = new ArrayList<>();
        double moistureW = inputs[ThermalModel.AIR_HEAT_INPUT] - fansW - lampsW + coolingW
                + inputs[ThermalModel.CONTENTS_HEAT_INPUT] - model.livingHeatW() + inputs[ThermalModel.SHELL_HEAT_INPUT];
        for (int e = 0; e < model.elements().size(); e++) {
            double elementW = inputs[ThermalModel.FIRST_ELEMENT_INPUT + e];
            if (e < chamber.heaters().size()) {
                Heater heater = chamber.heaters().get(e);
                add(paths, Kind.HEATER, heater.id(), heaterShare * heater.powerW(nodes[e], roomC));
                elementW -= heaterShare * heater.powerW(nodes[e], roomC);
            }
            moistureW += elementW;
        }
        add(paths, Kind.LAMPS, "", lampsW);
        add(paths, Kind.FANS, "", fansW);
        add(paths, Kind.LIVING, "", model.livingHeatW());
        addWalls(paths, chamber, model, flow, nodes, roomC);
        double airC = nodes[model.air()];
        if (chamber.tank().isPresent()) {
            add(paths, Kind.SURFACE, "", -model.airToRoomWK() * (airC - roomC));
        } else {
            // A module in the wall is an opening of a kind.
            double openingsWK = chamber.lossFactor() * chamber.box().openingsWK(flow.movement(), chamber.isOutdoors()) + ThermalModel.leakWK(chamber);
            add(paths, Kind.OPENINGS, "", -openingsWK * (airC - roomC));
            add(paths, Kind.AIR_EXCHANGE, "", -(model.airToRoomWK() - openingsWK) * (airC - roomC));
        }
        add(paths, Kind.MOISTURE, "", moistureW);
        add(paths, Kind.COOLERS, "", -coolingW);
        return new HeatBalance(airC, roomC, paths);
    }

    /** The model has one shell; what leaves it is shared out among the walls as they conduct. */
    private static void addWalls(List<Path> paths, Chamber chamber, ThermalModel model, Flow flow, double[] nodes, double roomC) {
        double shellC = nodes[model.outermost()];
        boolean ground = chamber.room().groundC().isPresent();
        double[] conductancesWK = new double[WallSide.values().length];
        double sum = 0;
        for (WallSide side : WallSide.values()) {
            boolean counts = !(chamber.tank().isPresent() && side == WallSide.TOP) && !(ground && side == WallSide.BOTTOM);
            double free = side == WallSide.BOTTOM ? 1 - ThermalModel.coveredShare(chamber) : 1;
            conductancesWK[side.ordinal()] = counts ? free * ThermalModel.path(chamber, flow, side).conductanceWK() : 0;
            sum += conductancesWK[side.ordinal()];
        }
        // What lies on the floor gives straight to what is below it.
        double belowC = chamber.room().groundC().orElse(roomC);
        double throughFloorW = 0;
        for (int e = 0; e < model.elements().size(); e++) {
            ThermalModel.Element element = model.elements().get(e);
            throughFloorW += (element.toRoomWK() + element.toGroundWK()) * (nodes[e] - belowC);
        }
        for (WallSide side : WallSide.values()) {
            double besidesW = side == WallSide.BOTTOM && !ground ? throughFloorW : 0;
            add(paths, Kind.WALL, side.name(),
                    -model.shellToRoomWK() * (shellC - roomC) * conductancesWK[side.ordinal()] / sum - besidesW);
        }
        if (ground) {
            add(paths, Kind.GROUND, "", -model.shellToGroundWK() * (shellC - belowC) - throughFloorW);
        }
    }

    private static void add(List<Path> paths, Kind kind, String subject, double watts) {
        if (Math.abs(watts) > NOTHING_W) {
            paths.add(new Path(kind, subject, watts));
        }
    }

    /** Heat that comes in (W). */
    public double inW() {
        return paths.stream().mapToDouble(path -> Math.max(0, path.watts())).sum();
    }
}
