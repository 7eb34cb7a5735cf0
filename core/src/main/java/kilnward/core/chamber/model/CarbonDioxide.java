package kilnward.core.chamber.model;

import java.util.Optional;
import kilnward.core.air.StandardAtmosphere;
import kilnward.core.air.Temperature;
import kilnward.core.chamber.Chamber;
import kilnward.core.quantity.Quantity;

/**
 * Carbon dioxide in the air of a box: what lives there and what a valve lets in make it more, air exchanged with the room brings it toward the room's. Well mixed, so that a step in which nothing
 * switches is exact: the balance of one volume has a closed solution (ASHRAE Handbook, Fundamentals, ventilation and infiltration: the dilution equation; from memory).
 */
public final class CarbonDioxide {
    /** Gas constant (J/(mol K)) and molar mass of carbon dioxide (kg/mol). */
    private static final double GAS_CONSTANT = 8.31446;
    private static final double MOLAR_MASS = 0.04401;
    private static final double MILLION = 1e6;
    private final double volumeM3;
    private final double roomPpm;
    private final double livingM3s;
    private final double m3PerKg;
    private double exchangeM3s;
    private double enrichmentM3s;
    private double ppm;

    private CarbonDioxide(Chamber chamber, double roomPpm) {
        this.volumeM3 = chamber.box().volumeM3();
        this.roomPpm = roomPpm;
        this.ppm = roomPpm;
        this.m3PerKg = GAS_CONSTANT * (Temperature.ZERO_CELSIUS_K + chamber.room().meanC()) / (MOLAR_MASS * StandardAtmosphere.pressurePa(chamber.altitudeM()));
        this.livingM3s = chamber.contents().living().co2Gh() / 3.6e6 * m3PerKg;
    }

    /** What there is of it in a chamber of air whose room's is known; empty elsewhere. */
    public static Optional<CarbonDioxide> of(Chamber chamber) {
        return chamber.tank().isPresent() || chamber.room().of(Quantity.CARBON_DIOXIDE).isEmpty() ? Optional.empty()
                : Optional.of(new CarbonDioxide(chamber, chamber.room().of(Quantity.CARBON_DIOXIDE).getAsDouble()));
    }

    /** How the air flows from now on. */
    public void flow(Flow flow) {
        exchangeM3s = flow.exchangeM3s();
    }

    /** What valves let in from now on (kg/s). */
    public void enrichment(double kgS) {
        enrichmentM3s = kgS * m3PerKg;
    }

    /** Brings it to where it ends as the air flows now, at most all of the air. */
    public void settle() {
        ppm = Math.min(MILLION, endsAtPpm());
    }

    /** Goes on by some seconds. */
    public void advance(double seconds) {
        double intoM3s = livingM3s + enrichmentM3s;
        ppm = exchangeM3s > 0 ? endsAtPpm() + (ppm - endsAtPpm()) * StrictMath.exp(-exchangeM3s / volumeM3 * seconds) : ppm + MILLION * intoM3s / volumeM3 * seconds;
        ppm = Math.min(MILLION, ppm);
    }

    /** Where it ends if nothing changes (ppm); infinite where no air is exchanged and some is given off. */
    public double endsAtPpm() {
        double intoM3s = livingM3s + enrichmentM3s;
        return intoM3s == 0 ? exchangeM3s > 0 ? roomPpm : ppm : roomPpm + MILLION * intoM3s / exchangeM3s;
    }

    /** How much there is (ppm by volume). */
    public double ppm() {
        return ppm;
    }

    /**
     * Air to exchange so that it is held at a level with what lives there alone (m³/s); infinite at or below the room's.
     *
     * @param levelPpm the level (ppm)
     */
    public double exchangeHoldingM3s(double levelPpm) {
        return levelPpm > roomPpm ? MILLION * livingM3s / (levelPpm - roomPpm) : Double.POSITIVE_INFINITY;
    }
}
