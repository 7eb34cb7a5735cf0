package kilnward.core.chamber.model;

import java.util.Arrays;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * What a plug-in energy meter said about a box that had been running steadily. Everything that ran must have run through it.
 *
 * @param energyKWh   energy (kWh)
 * @param hours       over this long (h), a day or more so that what is stored does not matter
 * @param insideMeanC mean inside over that time (°C)
 * @param roomMeanC   mean of the room over that time (°C), at least 2 K away from inside
 */
public record MeterReading(@Bounded(min = 0.001, max = 100_000, unit = "kWh") double energyKWh, @Bounded(min = 6, max = 8784, unit = "h") double hours,
        @Bounded(min = -30, max = 80, unit = "°C") double insideMeanC, @Bounded(min = -50, max = 60, unit = "°C") double roomMeanC) {
    private static final double LEAST_DIFFERENCE_K = 2;

    public MeterReading {
        Require.within(MeterReading.class, "energyKWh", energyKWh);
        Require.within(MeterReading.class, "hours", hours);
        Require.within(MeterReading.class, "insideMeanC", insideMeanC);
        Require.within(MeterReading.class, "roomMeanC", roomMeanC);
        Require.that(insideMeanC - roomMeanC >= LEAST_DIFFERENCE_K, "insideMeanC", insideMeanC,
                "must be 2 K or more above the room: in a room as warm as the box the meter tells nothing of the walls");
    }

    /** Mean power (W). */
    public double meanW() {
        return 1000 * energyKWh / hours;
    }

    /**
     * The loss factor at which the chamber takes just this much. Heat of occupants and lamps is counted as the chamber has it;
     * its heaters are taken to have given what the meter said less what else ran.
     *
     * @return factor within what {@link Chamber} takes
     * @throws kilnward.core.finding.RefusedValueException where no factor explains the reading
     */
    public double lossFactor(Chamber chamber) {
        Require.that(!chamber.heaters().isEmpty(), "appliances", 0, "must hold a heater for a meter to tell what it takes");
        double otherW = chamber.appliances().stream().filter(each -> !(each instanceof Heater) && each.runsByItself())
                .mapToDouble(each -> each.electricalW() * (each instanceof Lamp lamp ? lamp.hours() / 24 : 1)).sum();
        double heatersW = meanW() - otherW;
        double low = 0.1;
        double high = 10;
        // What it takes rises with the factor.
        for (int round = 0; round < 60; round++) {
            double middle = Math.sqrt(low * high);
            if (takesW(chamber.withLossFactor(middle)) < heatersW) {
                low = middle;
            } else {
                high = middle;
            }
        }
        double factor = Math.sqrt(low * high);
        Require.that(factor > 0.101 && factor < 9.9, "energyKWh", energyKWh,
                "must fit the box: walls ten times better or worse than their layers do not explain it");
        return factor;
    }

    private double takesW(Chamber chamber) {
        SteadyState steady = SteadyState.of(chamber);
        double share = steady.holdingShare(insideMeanC, roomMeanC);
        double[] nodes = steady.nodesC(roomMeanC, share, 0);
        double[] watts = new double[chamber.heaters().size()];
        Arrays.setAll(watts, e -> share * chamber.heaters().get(e).powerW(nodes[e], roomMeanC));
        return Arrays.stream(watts).sum();
    }
}
