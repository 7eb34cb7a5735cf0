package kilnward.core.review;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.function.ToDoubleFunction;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.finding.Remedy;
import kilnward.core.ladder.Rekey;
import kilnward.core.life.OccupantPlace;
import kilnward.core.load.LoadCheck;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.proposal.Assessment;
import kilnward.core.proposal.Proof;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/**
 * One thing of a box to have otherwise next time, rehearsed over a day of its room beside the box as it is. It is offered only if it betters something, worsens nothing, and stands
 * the {@link Proof} that every proposal has to stand.
 *
 * @param what     what to have otherwise
 * @param from     how much of it there is: K of differential, °C of set value, share, kg, W; 0 for what is only there or not
 * @param to       how much there would be
 * @param now      a day as it is
 * @param then     a day with it
 * @param obstacle what stands against it; empty where nothing does
 * @param changed  the box with it
 */
public record Betterment(What what, double from, double to, Effect now, Effect then, Optional<Proof.Obstacle.Kind> obstacle, Setup changed) {
    private static final double DAY_S = 86_400;
    private static final double STEP_S = 5;
    private static final double NARROW = 0.6;
    private static final double WIDE = 1.6;
    private static final double LEAST_SHIFT_K = 0.1;
    private static final double NEAR_HEATER = 0.02;
    /** A bottle of water: mass and surface. */
    private static final double BOTTLE_KG = 2;
    private static final double BOTTLE_M2 = 0.08;
    private static final double WATER_JKGK = 4180;
    private static final double WEAKER = 0.7;
    private static final double STRONGER = 1.4;
    /** What is so much more of the time in band is better, and so much less is worse. */
    private static final double MORE_IN_BAND = 0.01;
    private static final double LESS_IN_BAND = 0.002;
    private static final double LESS_SWING = 0.85;
    private static final double SWING_MATTERS_K = 0.1;
    private static final double FEWER = 0.75;

    /** What can be had otherwise. */
    public enum What {
        SET_VALUE,
        DIFFERENTIAL_NARROWER,
        DIFFERENTIAL_WIDER,
        ALARMS,
        PROBE_AWAY_FROM_HEATER,
        WATER_BOTTLE,
        HEATER_WEAKER,
        HEATER_STRONGER,
        AIR_MOVED;

        /** Whether it is keyed into a controller, and not done to the box. */
        public boolean isKeyed() {
            return compareTo(ALARMS) <= 0;
        }
    }

    /**
     * A day of the occupant.
     *
     * @param perHour     how often the first output comes on, per hour
     * @param inBandShare 0 to 1
     */
    public record Effect(double meanC, double lowestC, double highestC, double swingK, double inBandShare, double perHour, double energyKWh, boolean harmed) {
        private static Effect of(Metrics day) {
            return new Effect(day.occupant().mean(), day.occupant().lowest(), day.occupant().highest(), day.occupant().swing(), day.inBandShare(),
                    day.loops().isEmpty() ? 0 : day.loops().get(0).cyclesPerHour(), day.energyKWh(), day.harmedAtS().isPresent());
        }
    }

    private record Other(double from, double to, Setup setup) {
    }

    /**
     * What would better a box, rehearsed and proven.
     *
     * @param wanted what to try; all there is where it is empty
     */
    public static List<Betterment> of(Setup setup, Set<What> wanted, Workers workers) {
        Effect now = day(setup);
        List<Supplier<Optional<Betterment>>> asked = new ArrayList<>();
        for (What what : What.values()) {
            if (wanted.isEmpty() || wanted.contains(what)) {
                asked.add(workers.begin(() -> tried(what, setup, now)));
            }
        }
        return asked.stream().flatMap(each -> each.get().stream()).toList();
    }

    /** The box as it would be, without trying; empty where there is nothing of the kind to change. */
    public static Optional<Setup> with(Setup setup, What what) {
        return other(what, setup, day(setup)).map(Other::setup);
    }

    private static Optional<Betterment> tried(What what, Setup setup, Effect now) {
        Optional<Other> other = other(what, setup, now);
        if (other.isEmpty()) {
            return Optional.empty();
        }
        Setup changed = other.get().setup;
        Effect then = day(changed);
        boolean alarms = what == What.ALARMS;
        if (!alarms && !betters(setup, now, then)) {
            return Optional.empty();
        }
        // An alarm that is offered was proven with the finding that offers it.
        Optional<Proof.Obstacle.Kind> obstacle = alarms ? Optional.empty() : Proof.against(setup, changed, usualDay(setup), Workers.ALONE).map(Proof.Obstacle::kind);
        return Optional.of(new Betterment(what, other.get().from, other.get().to, now, then, obstacle, changed));
    }

    /** Whether a day is better in something, and worse in nothing that matters. */
    static boolean betters(Setup setup, Effect now, Effect then) {
        if (then.harmed || then.inBandShare < now.inBandShare - LESS_IN_BAND) {
            return false;
        }
        double middleC = setup.needs().keep().middleC();
        boolean nearer = Math.abs(then.meanC - middleC) < Math.abs(now.meanC - middleC) - LEAST_SHIFT_K && then.swingK < now.swingK + SWING_MATTERS_K;
        boolean calmer = then.swingK < LESS_SWING * now.swingK && now.swingK - then.swingK > SWING_MATTERS_K && then.perHour <= Math.max(LoadCheck.MOST_PER_HOUR, now.perHour);
        boolean seldomer = now.perHour > LoadCheck.MOST_PER_HOUR && then.perHour < FEWER * now.perHour;
        return then.inBandShare > now.inBandShare + MORE_IN_BAND || nearer || calmer || seldomer;
    }

    private static Scenario usualDay(Setup setup) {
        return new Scenario(RoomCurve.day(setup.chamber().room()), 9, DAY_S, STEP_S, Scenario.Start.SETTLED, List.of(), 288);
    }

    private static Effect day(Setup setup) {
        return Effect.of(Rehearsal.run(setup.rig().lookingNoOftenerThan(STEP_S), usualDay(setup)).metrics());
    }

    private static Optional<PlannedController> leading(Setup setup) {
        return setup.controllers().stream().filter(each -> each.readsTemperature() && !each.isCutOut()).findFirst();
    }

    private static Optional<Other> other(What what, Setup setup, Effect now) {
        return switch (what) {
            case SET_VALUE -> leading(setup).flatMap(each -> moved(setup, each, setup.needs().keep().middleC() - now.meanC));
            case DIFFERENTIAL_NARROWER -> leading(setup).flatMap(each -> widened(setup, each, NARROW));
            case DIFFERENTIAL_WIDER -> leading(setup).flatMap(each -> widened(setup, each, WIDE));
            case ALARMS -> alarms(setup);
            case PROBE_AWAY_FROM_HEATER -> leading(setup).flatMap(each -> away(setup, each));
            case WATER_BOTTLE -> setup.chamber().tank().isEmpty() ? Optional.of(bottle(setup)) : Optional.empty();
            case HEATER_WEAKER -> heaters(setup, WEAKER);
            case HEATER_STRONGER -> heaters(setup, STRONGER);
            case AIR_MOVED -> setup.chamber().tank().isEmpty() && setup.chamber().airMovement() == AirMovement.STILL && setup.chamber().of(Fan.class).isEmpty()
                    ? Optional.of(new Other(0, 0, setup.with(airMoved(setup.chamber()))))
                    : Optional.empty();
        };
    }

    private static Optional<Other> moved(Setup setup, PlannedController controller, double shiftK) {
        if (Math.abs(shiftK) < LEAST_SHIFT_K) {
            return Optional.empty();
        }
        return Rekey.points(setup, controller).flatMap(now -> Rekey.shifted(setup, controller, shiftK).map(keyed -> keyed(setup, controller, keyed,
                points -> 0.5 * (points.onAt() + points.offAt()), true)));
    }

    private static Optional<Other> widened(Setup setup, PlannedController controller, double by) {
        return Rekey.points(setup, controller)
                .flatMap(now -> Rekey.widened(setup, controller, now, controller.settings().unit(controller.profile()).differenceToModel(by * now.width()))
                        .map(keyed -> keyed(setup, controller, keyed, SwitchingPoints::width, false)));
    }

    private static Other keyed(Setup setup, PlannedController controller, Settings keyed, ToDoubleFunction<SwitchingPoints> of, boolean level) {
        Setup changed = setup.with(controller.id(), keyed);
        PlannedController then = changed.controller(controller.id());
        UnaryOperator<Double> model = value -> level ? controller.settings().unit(controller.profile()).toModel(value)
                : controller.settings().unit(controller.profile()).differenceToModel(value);
        return new Other(model.apply(of.applyAsDouble(Rekey.points(setup, controller).orElseThrow())), model.apply(of.applyAsDouble(Rekey.points(changed, then).orElseThrow())),
                changed);
    }

    private static Optional<Other> alarms(Setup setup) {
        Setup changed = setup;
        Set<String> seen = new HashSet<>();
        for (Remedy remedy : Assessment.of(setup, usualDay(setup)).findings().stream().map(each -> each.remedy()).filter(Remedy::isOnePress).toList()) {
            Set<String> keys = remedy.changes().stream().map(Remedy.Change::parameter).collect(Collectors.toSet());
            if (Set.of(Parameter.HIGH_ALARM.name(), Parameter.LOW_ALARM.name()).containsAll(keys) && keys.stream().allMatch(seen::add)) {
                changed = Proof.with(changed, remedy);
            }
        }
        return seen.isEmpty() ? Optional.empty() : Optional.of(new Other(0, 0, changed));
    }

    private static Optional<Other> away(Setup setup, PlannedController controller) {
        double felt = setup.probes().stream().filter(each -> controller.probeIds().contains(each.id())).mapToDouble(each -> each.place().heaterShare()).max().orElse(0);
        if (felt <= NEAR_HEATER) {
            return Optional.empty();
        }
        return Optional.of(new Other(felt, 0, setup.withProbes(setup.probes().stream().map(each -> controller.probeIds().contains(each.id()) ? away(each) : each).toList())));
    }

    /** What it felt of the heater it feels of the air. */
    private static Probe away(Probe probe) {
        ProbePlace place = probe.place();
        return probe.with(new ProbePlace(0, List.of(), place.contentsShare(), place.roomShare(), place.gradientK(), place.ownWarmthK(), place.lightWarmthK(), place.lagS()));
    }

    private static Other bottle(Setup setup) {
        Contents now = setup.chamber().contents();
        double massKg = now.massKg() + BOTTLE_KG * WATER_JKGK / now.specificHeatJkgK();
        return new Other(now.massKg(), massKg, setup.with(setup.chamber().with(new Contents(massKg, now.specificHeatJkgK(), now.surfaceM2() + BOTTLE_M2, now.living(),
                now.wetSurfaceM2(), now.waterKg()))));
    }

    private static Optional<Other> heaters(Setup setup, double by) {
        Chamber chamber = setup.chamber();
        if (chamber.heaters().isEmpty()) {
            return Optional.empty();
        }
        double watts = chamber.heaters().stream().mapToDouble(Heater::electricalW).sum();
        return Optional.of(new Other(watts, by * watts, setup.with(chamber.with(chamber.appliances().stream().<Appliance>map(each -> each instanceof Heater heater
                ? heater.withPowerW(by * heater.powerW())
                : each).toList()))));
    }

    private static Chamber airMoved(Chamber chamber) {
        return new Chamber(chamber.box(), chamber.tank(), chamber.airChangesPerHour(), AirMovement.MOVING, chamber.contents(), chamber.occupantPlace(),
                chamber.occupantPlace() == OccupantPlace.AIR ? chamber.gradientK() : 0, chamber.appliances(), chamber.room(), chamber.altitudeM(), chamber.lossFactor());
    }
}
