package kilnward.core.chamber.model;

import java.util.List;
import kilnward.core.air.MoistAir;
import kilnward.core.air.SaturatedVapour;
import kilnward.core.air.Temperature;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Dehumidifier;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.body.Film;

/**
 * The vapour in a box of air:
 *
 * <pre>V dρ/dt = fog + Σ g_i (ρ_i − ρ)</pre>
 *
 * over everything that trades vapour with it, each with a conductance g (m³/s) and a vapour density ρ_i of its own: the room's
 * air, wet contents, wet wall surfaces, walls of wood or card, bowls, wet wicks, cold coils.
 *
 * <p>Condensation is found per wall at its inside surface, Tsi = Ta − U·Rsi·(Ta − Troom); what condenses wets that surface, may
 * dry again, and runs off where the film gets too thick. Vapour beyond saturation falls as fog on the contents.
 */
final class Vapour implements Moisture {
    /*
     * For held temperatures the balance is one linear equation, solved exactly over the step; the fluxes are those of its mean.
     * Which surfaces take part is decided at the start of the step; a store that would be overdrawn gives only what it has, and
     * the vapour is set back by the rest.
     */
    /** ρ cp of air near 20 °C (J/(m³ K)). */
    private static final double SENSIBLE_JM3K = 1200;

    /**
     * Parts of a step at most. Heat and vapour between a wick and the air are exchanged in turn, which is stable while the air's own heat lasts for twice a part;
     * a wick that would use it up sooner is held to that pace: the air gets to saturation and wet bulb a sixteenth of a step late, and nothing else differs.
     */
    private static final int MOST_PARTS = 16;

    /** So much may fog cool the air in a step without being asked whether there is room for it (K). */
    private static final double MOST_FOG_K = 2;

    private final Chamber chamber;
    private final double volumeM3;
    private final double perM3;
    /** Vapour pressure of the room over the gas constant (kg K/m³). */
    private final double roomVapourKgK;
    private final int air;
    private final int contents;
    private final int shell;
    private final int firstBowl;
    private final double airJK;
    private double exchangeM3s;
    private double vapourMs;
    private Acting acting = Acting.NONE;
    private double airKPerW;
    private double contentsKPerW;

    private double density;
    private double contentsKg;
    private final double wetM2;
    private final double livingKgS;
    private final List<Bowl> bowls;
    private final double[] bowlKg;
    private final double[] bowlWet;
    private final Films films;
    /** Walls that take up water: area (m²), what they hold at saturation (kg), and what they hold (kg). */
    private final double wallM2;
    private final double wallFullKg;
    private double wallKg;

    private double suppliedKg;
    private double ventilatedKg;
    private double driedKg;
    private double drainedKg;
    private double airW;
    private double contentsW;
    private double shellW;
    private final double[] bowlW;
    private boolean fogged;
    private double lastAirC = Double.NaN;
    private double lastSaturated;
    private final Decays decays = new Decays();

    Vapour(Chamber chamber) {
        this.chamber = chamber;
        ThermalModel model = ThermalModel.of(chamber);
        this.volumeM3 = chamber.box().volumeM3();
        this.roomVapourKgK = chamber.room().vapourPressurePa().orElseThrow() / MoistAir.VAPOUR_GAS_CONSTANT;
        this.air = model.air();
        this.contents = model.contents();
        this.shell = model.shell();
        this.airJK = model.airJK();
        this.perM3 = 1 / volumeM3;
        this.firstBowl = chamber.heaters().size();
        this.wetM2 = chamber.contents().wetSurfaceM2();
        this.contentsKg = chamber.contents().waterKg();
        this.livingKgS = chamber.contents().living().waterKgS();
        this.bowls = chamber.of(Bowl.class);
        this.bowlKg = bowls.stream().mapToDouble(Bowl::waterKg).toArray();
        this.bowlWet = new double[bowlKg.length];
        this.bowlW = new double[bowlKg.length];
        InsideSurfaces surfaces = InsideSurfaces.of(chamber);
        this.films = new Films(surfaces);
        this.wallM2 = surfaces.sorbingM2();
        this.wallFullKg = surfaces.sorbedKg();
    }

    @Override
    public void flow(Flow flow) {
        exchangeM3s = flow.exchangeM3s();
        vapourMs = Film.vapourMs(Film.convectionWm2K(flow.movement()));
    }

    @Override
    public void acting(Acting now) {
        acting = now;
    }

    @Override
    public void begin(double[] nodesC, double roomC) {
        double airC = nodesC[air];
        density = Math.min(supply(airC, roomC, SaturatedVapour.densityKgM3(roomC)),
                SaturatedVapour.densityKgM3(airC));
        wallKg = wallFullKg * Math.min(1, density / SaturatedVapour.densityKgM3(nodesC[shell]));
    }

    @Override
    public void advance(double stepS, double[] nodesC, double roomC) {
        trade(stepS, nodesC, roomC, false);
    }

    @Override
    public void settle(double[] nodesC, double roomC) {
        // Which surfaces condense depends on the density and the other way round; three rounds settle it.
        for (int round = 0; round < 3; round++) {
            trade(1, nodesC, roomC, true);
        }
        if (wallFullKg > 0) {
            wallKg = wallFullKg * Math.min(1, density / SaturatedVapour.densityKgM3(nodesC[shell]));
        }
    }

    /** Density that the room's air has once it is as warm as the air inside; the room holds no more than it can. */
    private double supply(double airC, double roomC, double atRoom) {
        double most = atRoom * (roomC + Temperature.ZERO_CELSIUS_K);
        return (roomVapourKgK < most ? roomVapourKgK : most) / (airC + Temperature.ZERO_CELSIUS_K);
    }

    private void trade(double stepS, double[] nodesC, double roomC, boolean steady) {
        double airC = nodesC[air];
        double contentsC = nodesC[contents];
        double shellC = nodesC[shell];
        double saturated = saturatedAt(airC);
        double atRoom = SaturatedVapour.densityKgM3(roomC);
        double supply = supply(airC, roomC, atRoom);
        double latent = SaturatedVapour.latentHeatJkg(airC);
        double evaporationM3s = steady ? acting.evaporationM3s() : Pace.bearable(acting.evaporationM3s(), airKPerW, airC, saturated, latent);
        double fog = steady ? acting.fogKgS() : evaporating(acting.fogKgS(), airC, saturated, latent);
        double into = fog + livingKgS + exchangeM3s * supply + evaporationM3s * saturated;
        double through = exchangeM3s + evaporationM3s;

        double wet = vapourMs * wetM2;
        double atContents = 0;
        boolean contentsTrade = wet > 0;
        if (contentsTrade) {
            atContents = SaturatedVapour.densityKgM3(contentsC);
            wet = steady ? wet : Pace.bearable(wet, contentsKPerW, contentsC, atContents, SaturatedVapour.latentHeatJkg(contentsC));
            contentsTrade = contentsKg > wet * atContents * stepS || density > atContents;
        }
        if (contentsTrade) {
            into += wet * atContents;
            through += wet;
        }
        for (int i = 0; i < bowlKg.length; i++) {
            bowlWet[i] = SaturatedVapour.densityKgM3(nodesC[firstBowl + i]);
            double bowl = vapourMs * bowls.get(i).surfaceM2();
            if (bowlKg[i] > bowl * bowlWet[i] * stepS || density > bowlWet[i]) {
                into += bowl * bowlWet[i];
                through += bowl;
            } else {
                bowlWet[i] = Double.NaN;
            }
        }
        // Inside surfaces lie between room and air: while all are dry and neither is below the dew point, none takes part.
        boolean surfaces = steady || films.wet || density > atRoom || density > saturated;
        if (surfaces) {
            films.join(steady ? Double.NaN : stepS, density, airC, roomC, vapourMs, into, through);
            into = films.into;
            through = films.through;
        }
        double atWall = 0;
        double walls = vapourMs * wallM2;
        if (wallM2 > 0 && !steady) {
            atWall = SaturatedVapour.densityKgM3(shellC) * wallKg / wallFullKg;
            into += walls * atWall;
            through += walls;
        }
        double coil = 0;
        double drying = 0;
        if (acting.dryingM3s() > 0) {
            coil = SaturatedVapour.densityKgM3(Dehumidifier.COIL_C);
            drying = density > coil ? acting.dryingM3s() : 0;
            into += drying * coil;
            through += drying;
        }

        // A cooler's coil takes water out as well as heat: the air that it cools by so many kelvins leaves at the coil's saturation, and of the watts taken out
        // the latent ones are not there to cool.
        double chilled = 0;
        double chill = 0;
        if (acting.coilW() > 0) {
            double coilC = Cooler.coilC(airC);
            chill = SaturatedVapour.densityKgM3(coilC);
            double wetter = density > chill ? density - chill : 0;
            chilled = wetter > 0 ? acting.coilW() / (SENSIBLE_JM3K * Math.max(1, airC - coilC) + SaturatedVapour.latentHeatJkg(coilC) * wetter) : 0;
            into += chilled * chill;
            through += chilled;
        }

        double mean;
        if (steady) {
            mean = through > 0 ? into / through : density;
            density = Math.min(mean, saturated);
            mean = density;
        } else {
            mean = relax(stepS, into, through);
        }
        airW = -latent * (fog + evaporationM3s * (saturated - mean)) + latent * (drying * (mean - coil) + chilled * (mean - chill));
        contentsW = -SaturatedVapour.latentHeatJkg(contentsC) * livingKgS;
        shellW = 0;
        double overdrawnKg = 0;
        if (contentsTrade) {
            double given = wet * (atContents - mean);
            if (!steady) {
                double overdrawn = given * stepS > contentsKg ? given * stepS - contentsKg : 0;
                if (overdrawn > 0) {
                    given -= overdrawn / stepS;
                    overdrawnKg += overdrawn;
                }
                contentsKg -= given * stepS;
            }
            contentsW -= SaturatedVapour.latentHeatJkg(contentsC) * given;
        }
        for (int i = 0; i < bowlKg.length; i++) {
            double given = Double.isNaN(bowlWet[i]) ? 0 : vapourMs * bowls.get(i).surfaceM2() * (bowlWet[i] - mean);
            if (!steady) {
                double overdrawn = Math.max(0, given * stepS - bowlKg[i]);
                given -= overdrawn / stepS;
                overdrawnKg += overdrawn;
                bowlKg[i] -= given * stepS;
            }
            bowlW[i] = -SaturatedVapour.latentHeatJkg(nodesC[firstBowl + i]) * given;
        }
        films.wet = false;
        if (surfaces) {
            films.take(steady ? Double.NaN : stepS, mean, vapourMs, latent, airW, shellW);
            airW = films.airW;
            shellW = films.shellW;
            overdrawnKg += films.overdrawnKg;
            drainedKg += films.drainedKg;
        }
        if (wallM2 > 0 && !steady) {
            double taken = walls * (mean - atWall);
            wallKg += taken * stepS;
            shellW += latent * taken;
        }
        if (steady) {
            // What cannot be held falls as fog and gives its heat back.
            double over = into - through * mean;
            airW += Math.max(0, over) * latent;
            return;
        }
        density -= overdrawnKg * perM3;
        if (density < 0) {
            // Air cannot owe water: what is missing is counted as brought in.
            suppliedKg -= density * volumeM3;
            density = 0;
        }
        suppliedKg += stepS * (acting.fogKgS() + livingKgS + evaporationM3s * (saturated - mean));
        ventilatedKg += stepS * exchangeM3s * (mean - supply);
        driedKg += stepS * (drying * (mean - coil) + chilled * (mean - chill));
        fallAsFog(stepS, airC, saturated, latent);
        if (fog < acting.fogKgS()) {
            contentsKg += stepS * (acting.fogKgS() - fog);
            fogged = true;
        }
    }

    /** Fog evaporates as fast as it comes, but where that would cool the air by kelvins in a step only as the air can take it up; the rest falls as water. */
    private double evaporating(double fogKgS, double airC, double saturated, double latent) {
        if (latent * fogKgS * airKPerW <= MOST_FOG_K) {
            return fogKgS;
        }
        double taken = Pace.bearable(Double.MAX_VALUE, airKPerW, airC, saturated, latent) * Math.max(0, saturated - density);
        return Math.min(fogKgS, Math.max(MOST_FOG_K / (latent * airKPerW), taken));
    }

    @Override
    public void bears(double ofAirKPerW, double ofContentsKPerW) {
        airKPerW = ofAirKPerW;
        contentsKPerW = ofContentsKPerW;
    }

    /** The air is asked for at least twice a step: once to be recorded, once to advance. */
    private double saturatedAt(double airC) {
        if (airC != lastAirC) {
            lastAirC = airC;
            lastSaturated = SaturatedVapour.densityKgM3(airC);
        }
        return lastSaturated;
    }

    /** Advances the density and gives its mean over the step. */
    private double relax(double stepS, double into, double through) {
        double before = density;
        if (through <= 0) {
            density += into * stepS / volumeM3;
            return 0.5 * (before + density);
        }
        double times = through * stepS * perM3;
        int slot = decays.slotOf(times);
        double end = into / through;
        density = before + (end - before) * decays.share[slot];
        return end + (before - end) * decays.mean[slot];
    }

    /**
     * Vapour beyond saturation falls as fog on the contents. It warms the air, which can then hold more: the share that falls is
     * that of the adiabatic saturation, without which saturated air would rattle.
     */
    private void fallAsFog(double stepS, double airC, double saturated, double latent) {
        fogged = density > saturated;
        if (!fogged) {
            return;
        }
        double perKelvin = (SaturatedVapour.densityKgM3(airC + 0.5) - SaturatedVapour.densityKgM3(airC - 0.5));
        double fallenKg = volumeM3 * (density - saturated) / (1 + volumeM3 * latent * perKelvin / airJK);
        density -= fallenKg / volumeM3;
        contentsKg += fallenKg;
        airW += latent * fallenKg / stepS;
    }

    @Override
    public double airW() {
        return airW;
    }

    @Override
    public double contentsW() {
        return contentsW;
    }

    @Override
    public double shellW() {
        return shellW;
    }

    @Override
    public void addHeat(double[] inputs) {
        inputs[ThermalModel.AIR_HEAT_INPUT] += airW;
        inputs[ThermalModel.CONTENTS_HEAT_INPUT] += contentsW;
        inputs[ThermalModel.SHELL_HEAT_INPUT] += shellW;
        for (int i = 0; i < bowlW.length; i++) {
            inputs[ThermalModel.FIRST_ELEMENT_INPUT + firstBowl + i] += bowlW[i];
        }
    }

    @Override
    public double relativeHumidityPct(double airC, double atC) {
        // The vapour pressure is the same at the sensor; the density is not.
        double pct = atC == airC ? 100 * density / saturatedAt(airC)
                : 100 * density * (airC + Temperature.ZERO_CELSIUS_K)
                        / (SaturatedVapour.densityKgM3(atC) * (atC + Temperature.ZERO_CELSIUS_K));
        return pct > 100 ? 100 : pct;
    }

    @Override
    public int parts(double stepS) {
        double perKelvin = SaturatedVapour.latentHeatJkg(30) * (SaturatedVapour.densityKgM3(30.5) - SaturatedVapour.densityKgM3(29.5));
        double openings = films.onOpeningsM2() * vapourMs;
        double evaporation = chamber.of(Humidifier.class).stream()
                .filter(each -> each.kind() == Humidifier.Kind.EVAPORATING).mapToDouble(Humidifier::evaporationM3s).sum();
        double bearable = 0.5 * airJK / perKelvin / stepS;
        double parts = Math.ceil((openings + evaporation) / bearable);
        return (int) Math.max(1, Math.min(MOST_PARTS, parts));
    }

    @Override
    public WaterLedger ledger() {
        double stored = density * volumeM3 + contentsKg + wallKg;
        stored += films.storedKg();
        for (double bowl : bowlKg) {
            stored += bowl;
        }
        return new WaterLedger(suppliedKg, ventilatedKg, driedKg, drainedKg, stored);
    }

    @Override
    public boolean misty() {
        return fogged || acting.fogKgS() > 0;
    }
}
