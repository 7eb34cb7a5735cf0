package kilnward.core.fitting;

import java.util.List;
import java.util.function.UnaryOperator;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.setup.Setup;

/**
 * What of a box may be other than planned, each as a number and how to plan with it. In the order in which it is held to the plan where readings cannot tell it from others:
 * first what is printed on a label, last what nobody can read off anything.
 */
public enum BoxParameter {
    /** Watts of the heaters over what is planned. */
    HEATER(true, 0.2, 5, 0.05) {
        @Override
        public double of(Setup box, String probeId) {
            return box.chamber().heaters().stream().mapToDouble(Heater::electricalW).sum();
        }

        @Override
        public Setup with(Setup plan, String probeId, double factor) {
            return heaters(plan, heater -> heater.withPowerW(factor * heater.powerW()));
        }
    },
    /** Air changes over what is planned. */
    AIR(true, 0.05, 20, 0.7) {
        @Override
        public double of(Setup box, String probeId) {
            return box.chamber().airChangesPerHour();
        }

        @Override
        public Setup with(Setup plan, String probeId, double factor) {
            Chamber box = plan.chamber();
            return plan.with(new Chamber(box.box(), box.tank(), Math.min(200, factor * box.airChangesPerHour()), box.airMovement(), box.contents(), box.occupantPlace(),
                    box.gradientK(), box.appliances(), box.room(), box.altitudeM(), box.lossFactor()));
        }

        @Override
        boolean applies(Setup plan, String probeId) {
            return plan.chamber().airChangesPerHour() > 0;
        }
    },
    /** Time constant of the probe over what is planned. */
    PROBE_LAG(true, 0.1, 10, 0.5) {
        @Override
        public double of(Setup box, String probeId) {
            return probe(box, probeId).place().lagS();
        }

        @Override
        public Setup with(Setup plan, String probeId, double factor) {
            return probe(plan, probeId, place -> new ProbePlace(place.heaterShare(), place.byHeater(), place.contentsShare(), place.roomShare(), place.gradientK(),
                    place.ownWarmthK(), place.lightWarmthK(), Math.max(1, Math.min(7200, factor * place.lagS()))));
        }
    },
    /** Conductance from the heaters' elements to the air over what is planned: how they lie, and what covers them. */
    ELEMENT_TO_AIR(true, 0.2, 5, 0.5) {
        @Override
        public double of(Setup box, String probeId) {
            return box.chamber().heaters().stream().mapToDouble(Heater::toAirWK).sum();
        }

        @Override
        public Setup with(Setup plan, String probeId, double factor) {
            return heaters(plan, heater -> heater.withElement(heater.elementJK(), factor * heater.toAirWK(), heater.toContentsWK()));
        }
    },
    /** Conductance from the heaters' elements to the contents over what is planned: 0 where they hang free. */
    ELEMENT_TO_CONTENTS(false, 0, 3, 0.5) {
        @Override
        public double of(Setup box, String probeId) {
            return box.chamber().heaters().stream().mapToDouble(Heater::toContentsWK).sum();
        }

        @Override
        public Setup with(Setup plan, String probeId, double factor) {
            return heaters(plan, heater -> heater.withElement(heater.elementJK(), heater.toAirWK(), factor * heater.toContentsWK()));
        }

        @Override
        boolean applies(Setup plan, String probeId) {
            return of(plan, probeId) > 0;
        }
    },
    /** Heat capacity of the heaters' elements over what is planned: how long they coast. */
    ELEMENT(true, 0.1, 10, 0.5) {
        @Override
        public double of(Setup box, String probeId) {
            return box.chamber().heaters().stream().mapToDouble(Heater::elementJK).sum();
        }

        @Override
        public Setup with(Setup plan, String probeId, double factor) {
            return heaters(plan, heater -> heater.withElement(factor * heater.elementJK(), heater.toAirWK(), heater.toContentsWK()));
        }
    },
    /** Share of the heaters that the probe feels, itself. */
    PROBE_NEAR_HEATER(false, 0, 0.8, 0.05) {
        @Override
        public double of(Setup box, String probeId) {
            return probe(box, probeId).place().heaterShare();
        }

        @Override
        public Setup with(Setup plan, String probeId, double share) {
            return probe(plan, probeId, place -> {
                double rest = place.heaterShare() >= 1 ? 0 : (1 - share) / (1 - place.heaterShare());
                return new ProbePlace(share, place.byHeater(), place.contentsShare() * rest, place.roomShare() * rest, place.gradientK(), place.ownWarmthK(),
                        place.lightWarmthK(), place.lagS());
            });
        }

        @Override
        public double per(Setup plan, String probeId) {
            return 1;
        }

        @Override
        double planned(Setup plan, String probeId) {
            return of(plan, probeId);
        }
    },
    /** Mass of the contents over what is planned. */
    MASS(true, 0.1, 10, 0.5) {
        @Override
        public double of(Setup box, String probeId) {
            return box.chamber().contents().massKg();
        }

        @Override
        public Setup with(Setup plan, String probeId, double factor) {
            return plan.with(plan.chamber().with(plan.chamber().contents().timesMass(factor)));
        }
    },
    /** Heat through walls and openings over what is planned. */
    LOSS(true, 0.1, 10, 0.5) {
        @Override
        public double of(Setup box, String probeId) {
            return box.chamber().lossFactor() * (box.chamber().box().wallsWK() + box.chamber().box().openingsWK());
        }

        @Override
        public Setup with(Setup plan, String probeId, double factor) {
            return plan.with(plan.chamber().withLossFactor(Math.max(0.1, Math.min(10, factor * plan.chamber().lossFactor()))));
        }
    };

    private final boolean factor;
    private final double least;
    private final double most;
    private final double likely;

    /**
     * @param likely about how far a plan is off, as a standard deviation along {@link #coordinate}: a label by a tenth at most, what is guessed by half; a judgement, no source
     */
    BoxParameter(boolean factor, double least, double most, double likely) {
        this.factor = factor;
        this.least = least;
        this.most = most;
        this.likely = likely;
    }

    /**
     * How far what fits best is off however many readings there are, as a standard deviation along {@link #coordinate}: the skin of the walls answers within the seconds in which a
     * probe does, and the model has it coarser than it is. Found with boxes of another simulator, whose lags came out 12 % too long.
     */
    double coarse() {
        return this == PROBE_LAG ? 0.12 : 0;
    }

    /** About how far a plan is off, as a standard deviation along {@link #coordinate}. */
    double likely() {
        return likely;
    }

    /** A plan with another value of it. */
    public abstract Setup with(Setup plan, String probeId, double value);

    /** How much of it a box has: W of all heaters, air changes an hour, s, J/K of all elements, share, kg, W/K through walls and openings between still airs. */
    public abstract double of(Setup box, String probeId);

    /** How much of it a box has for each 1 of its value, by a plan. */
    public double per(Setup plan, String probeId) {
        return of(plan, probeId);
    }

    /** What it is in the plan as it stands. */
    double planned(Setup plan, String probeId) {
        return 1;
    }

    /** Whether a plan has anything of the kind. */
    boolean applies(Setup plan, String probeId) {
        return true;
    }

    /** Where it stands on the straight line along which it is looked for: factors by their logarithm. */
    double coordinate(double value) {
        return factor ? Math.log(value) : value;
    }

    /** Back from that line, held to what a box can be. */
    double value(double coordinate) {
        return Math.max(least, Math.min(most, factor ? Math.exp(coordinate) : coordinate));
    }

    private static Probe probe(Setup box, String probeId) {
        return box.probes().stream().filter(each -> each.id().equals(probeId)).findFirst().orElseThrow();
    }

    private static Setup heaters(Setup plan, UnaryOperator<Heater> other) {
        return plan.with(plan.chamber().with(plan.chamber().appliances().stream().<Appliance>map(each -> each instanceof Heater heater ? other.apply(heater) : each).toList()));
    }

    private static Setup probe(Setup plan, String probeId, UnaryOperator<ProbePlace> other) {
        List<Probe> probes = plan.probes().stream().map(each -> each.id().equals(probeId)
                ? each.with(other.apply(each.place()))
                : each).toList();
        return plan.withProbes(probes);
    }
}
