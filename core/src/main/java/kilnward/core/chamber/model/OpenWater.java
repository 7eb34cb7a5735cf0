package kilnward.core.chamber.model;

import kilnward.core.air.SaturatedVapour;
import kilnward.core.air.Temperature;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.body.Tank;
import kilnward.core.chamber.body.WallSide;

/** The surface of a tank, that evaporates into the room. What evaporates is topped up. */
final class OpenWater implements Moisture {
    private final Tank tank;
    private final double surfaceM2;
    private final double roomVapourPa;
    private final int water;
    private double evaporationM3s;
    private double evaporatedKg;
    private double heatW;

    OpenWater(Chamber chamber) {
        this.tank = chamber.tank().orElseThrow();
        this.surfaceM2 = chamber.box().innerAreaM2(WallSide.TOP);
        this.roomVapourPa = chamber.room().vapourPressurePa().orElseThrow();
        this.water = chamber.heaters().size();
    }

    @Override
    public void flow(Flow flow) {
        evaporationM3s = tank.evaporationM3s(surfaceM2, flow.overSurface());
    }

    @Override
    public void acting(Acting acting) {
        // Nothing in a tank moistens or dries air.
    }

    @Override
    public void begin(double[] nodesC, double roomC) {
        // The room's air is all there is.
    }

    @Override
    public void advance(double stepS, double[] nodesC, double roomC) {
        settle(nodesC, roomC);
        evaporatedKg += stepS * -heatW / SaturatedVapour.latentHeatJkg(nodesC[water]);
    }

    @Override
    public void settle(double[] nodesC, double roomC) {
        double room = Math.min(SaturatedVapour.densityKgM3(roomVapourPa, roomC), SaturatedVapour.densityKgM3(roomC));
        // A volume of room air counts as it is at the water's temperature.
        room *= (roomC + Temperature.ZERO_CELSIUS_K) / (nodesC[water] + Temperature.ZERO_CELSIUS_K);
        heatW = -SaturatedVapour.latentHeatJkg(nodesC[water]) * evaporationM3s
                * (SaturatedVapour.densityKgM3(nodesC[water]) - room);
    }

    @Override
    public double airW() {
        return heatW;
    }

    @Override
    public double contentsW() {
        return 0;
    }

    @Override
    public double shellW() {
        return 0;
    }

    @Override
    public void addHeat(double[] inputs) {
        inputs[ThermalModel.AIR_HEAT_INPUT] += heatW;
    }

    @Override
    public double relativeHumidityPct(double airC, double atC) {
        throw new IllegalStateException("a tank has no air to be damp");
    }

    @Override
    public int parts(double stepS) {
        return 1;
    }

    @Override
    public WaterLedger ledger() {
        return new WaterLedger(evaporatedKg, evaporatedKg, 0, 0, 0);
    }

    @Override
    public boolean misty() {
        return false;
    }
}
