package kilnward.core.fault;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.control.Style;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.ProfileKey;
import kilnward.core.device.Settings;
import kilnward.core.ladder.BackupLevel;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/** A second layer that could be added or changed: one purchase, or one change. Each constant is one; what it does is written with it. */
public enum SecondLayer {
    /** The heater's own thermostat, a few degrees above the controller. */
    OWN_THERMOSTAT(Shared.OUTLET) {
        @Override
        Optional<Setup> addTo(Setup setup) {
            return dial(setup).map(level -> onHeaters(setup, heater -> heater.with(level.thermostat())));
        }
    },
    /** A second controller in series, with a probe of its own. */
    SECOND_CONTROLLER(Shared.KIND, Shared.OUTLET) {
        @Override
        Optional<Setup> addTo(Setup setup) {
            return BackupLevel.stopping(setup).filter(level -> setup.controllers().stream().noneMatch(PlannedController::isCutOut)).map(level -> withCutOut(setup, level));
        }
    },
    /** A mechanical thermostat in series: coarse, and of another kind than what governs. */
    MECHANICAL_THERMOSTAT() {
        @Override
        Optional<Setup> addTo(Setup setup) {
            return dial(setup).map(level -> onHeaters(setup, heater -> heater.with(new OwnThermostat(level.opensC(), level.opensC() - COARSE_K))));
        }
    },
    /** A thermal fuse: opens once, and then for good. */
    THERMAL_FUSE() {
        @Override
        Optional<Setup> addTo(Setup setup) {
            return dial(setup).map(level -> onHeaters(setup, heater -> heater.with(new OwnThermostat(level.opensC(), NEVER_AGAIN_C))));
        }
    },
    /** Two heaters of half the size instead of one. */
    TWO_HALF_HEATERS() {
        @Override
        Optional<Setup> addTo(Setup setup) {
            return setup.chamber().heaters().size() == 1 ? Optional.of(doubled(setup, setup.chamber().heaters().get(0), heater -> half((Heater) heater))) : Optional.empty();
        }
    },
    /** Two fans instead of one, each able to do the work alone. */
    TWO_FANS() {
        @Override
        Optional<Setup> addTo(Setup setup) {
            List<Fan> fans = setup.chamber().of(Fan.class);
            return fans.size() == 1 ? Optional.of(doubled(setup, fans.get(0), fan -> fan)) : Optional.empty();
        }
    },
    /** The high alarm also opens the outputs. */
    OPENING_ALARM(Shared.PROBE, Shared.OUTLET, Shared.KIND) {
        @Override
        Optional<Setup> addTo(Setup setup) {
            boolean warms = setup.controllers().stream().anyMatch(each -> each.settings().value(Parameter.HIGH_ALARM).isPresent()
                    && each.applianceIds().stream().map(setup::appliance).anyMatch(Heater.class::isInstance));
            return warms ? Optional.of(onControllers(setup, each -> each.settings().value(Parameter.HIGH_ALARM).isPresent()
                    && each.applianceIds().stream().map(setup::appliance).anyMatch(Heater.class::isInstance)
                            ? each.with(each.settings().with(Parameter.HIGH_ALARM_OPENS, 1)) : each))
                    : Optional.empty();
        }
    },
    /** Alarms sent to somebody, wherever they are. */
    MESSAGE(Shared.PROBE) {
        @Override
        Optional<Setup> addTo(Setup setup) {
            return Optional.of(setup);
        }

        @Override
        Attendance watch(Attendance watch) {
            return watch.withMessage();
        }
    };

    /** A cause that takes this layer away together with what it is to back up. */
    public enum Shared {
        /** It knows what the same probe says. */
        PROBE,
        /** It hangs on the same outlet or plug. */
        OUTLET,
        /** It is the same kind of device, and fails in the same way. */
        KIND
    }

    private static final String PROBE_ID = "second-layer-probe";
    /** Between opening and closing of a mechanical thermostat (K); common practice, no source. */
    private static final double COARSE_K = 4;
    private static final double NEVER_AGAIN_C = -30;
    private final Set<Shared> shared;

    SecondLayer(Shared... shared) {
        this.shared = shared.length == 0 ? Set.of() : Set.copyOf(EnumSet.copyOf(List.of(shared)));
    }

    /** The chamber with it; empty where it does not fit this chamber. */
    abstract Optional<Setup> addTo(Setup setup);

    /** The appliance of a chamber that something is a part of, where a layer doubled it; itself otherwise. */
    static String wholeOf(Setup planned, String id) {
        return planned.chamber().appliances().stream().map(Appliance::id).filter(one -> id.equals(part(one, 1)) || id.equals(part(one, 2))).findFirst().orElse(id);
    }

    private static String part(String id, int number) {
        return id + "#" + number;
    }

    /** Who can act when, with it. */
    Attendance watch(Attendance watch) {
        return watch;
    }

    /** Causes it shares with what governs. */
    public Set<Shared> shared() {
        return shared;
    }

    /** A dial or a fuse is set to a degree at best: it wants this much between the target range and harm (K). */
    private static final double DIAL_ROOM_K = 2;

    /** Where a layer with a dial opens; empty where there is no room for one. */
    private static Optional<BackupLevel> dial(Setup setup) {
        return BackupLevel.of(setup).filter(level -> level.roomK(setup.needs()) >= DIAL_ROOM_K);
    }

    private static Setup onHeaters(Setup setup, UnaryOperator<Heater> change) {
        return withAppliances(setup, setup.chamber().appliances().stream()
                .map(each -> each instanceof Heater heater && setup.isControlled(heater.id()) ? change.apply(heater) : each).toList(), setup.controllers());
    }

    private static Setup onControllers(Setup setup, UnaryOperator<PlannedController> change) {
        return setup.withControllers(setup.controllers().stream().map(change).toList());
    }

    private static Setup withAppliances(Setup setup, List<Appliance> appliances, List<PlannedController> controllers) {
        return setup.with(setup.chamber().with(appliances)).withControllers(controllers);
    }

    private static Heater half(Heater heater) {
        return heater.withPowerW(heater.powerW() / 2).withElement(heater.elementJK() / 2, heater.toAirWK() / 2, heater.toContentsWK() / 2);
    }

    private static Setup doubled(Setup setup, Appliance one, UnaryOperator<Appliance> part) {
        List<Appliance> appliances = new ArrayList<>();
        for (Appliance each : setup.chamber().appliances()) {
            if (each == one) {
                appliances.add(named(part.apply(one), part(one.id(), 1)));
                appliances.add(named(part.apply(one), part(one.id(), 2)));
            } else {
                appliances.add(each);
            }
        }
        List<PlannedController> controllers = setup.controllers().stream().map(each -> new PlannedController(each.id(), each.name(), each.probeIds(), each.profile(),
                each.loops().stream().map(loop -> new PlannedController.PlannedLoop(loop.id(), loop.applianceIds().stream()
                        .flatMap(id -> id.equals(one.id()) ? Stream.of(part(id, 1), part(id, 2)) : Stream.of(id)).toList(),
                        loop.ratedA(), loop.ratedDcA(), loop.ratedW(), loop.cutOut())).toList(),
                each.settings())).toList();
        return withAppliances(setup, appliances, controllers);
    }

    private static Appliance named(Appliance appliance, String id) {
        if (appliance instanceof Heater heater) {
            return heater.withId(id);
        }
        Fan fan = (Fan) appliance;
        return new Fan(id, fan.kind(), fan.flowM3h(), fan.electricalW());
    }

    private static Setup withCutOut(Setup setup, BackupLevel level) {
        List<String> heaters = setup.chamber().heaters().stream().map(Heater::id).filter(setup::isControlled).toList();
        ProbePlace place = setup.probes().get(0).place();
        List<Probe> probes = new ArrayList<>(setup.probes());
        probes.add(Probe.of(PROBE_ID, place, 0));
        List<ProfileKey> keys = List.of(key(Parameter.ON_AT), key(Parameter.OFF_AT), key(Parameter.HIGH_ALARM));
        Profile profile = new Profile("second controller", DisplayUnit.C, 0.1, 1, Style.PAIR, Style.PAIR, false, keys, "", "");
        Settings settings = new Settings(Map.of(Parameter.ON_AT, level.closesC(), Parameter.OFF_AT, level.opensC(), Parameter.HIGH_ALARM, level.opensC()));
        List<PlannedController> controllers = new ArrayList<>(setup.controllers());
        controllers.add(new PlannedController("second-layer", "second controller", List.of(PROBE_ID), profile, List.of(new PlannedController.PlannedLoop("second-layer-loop",
                heaters, OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty(), true)), settings));
        return setup.withProbes(probes).withControllers(controllers);
    }

    private static ProfileKey key(Parameter parameter) {
        return new ProfileKey(parameter, parameter.name(), 0.1, -40, 110, null, List.of());
    }
}
