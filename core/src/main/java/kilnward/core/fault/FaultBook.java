package kilnward.core.fault;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Dehumidifier;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.appliance.Vent;
import kilnward.core.control.Controller;
import kilnward.core.control.Direction;
import kilnward.core.device.Habits;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.Settings;
import kilnward.core.device.Translation;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.AlarmMuted;
import kilnward.core.rehearsal.scenario.ApplianceDead;
import kilnward.core.rehearsal.scenario.ControllerOverheated;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.LeftInManual;
import kilnward.core.rehearsal.scenario.LidLeftOpen;
import kilnward.core.rehearsal.scenario.LinkLoss;
import kilnward.core.rehearsal.scenario.LinkLost;
import kilnward.core.rehearsal.scenario.Mistake;
import kilnward.core.rehearsal.scenario.OtherSettings;
import kilnward.core.rehearsal.scenario.OwnThermostatStuck;
import kilnward.core.rehearsal.scenario.PowerCut;
import kilnward.core.rehearsal.scenario.ProbeAboveWater;
import kilnward.core.rehearsal.scenario.ProbeBroken;
import kilnward.core.rehearsal.scenario.ProbeDrifted;
import kilnward.core.rehearsal.scenario.ProbeFallenOut;
import kilnward.core.rehearsal.scenario.ProbeOnHeater;
import kilnward.core.rehearsal.scenario.RelayStuckOff;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.VentJammed;
import kilnward.core.rehearsal.scenario.Weather;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/** The single faults that can befall a chamber as planned, each with its usual size. They begin at the start of the rehearsal unless another time is said. */
public final class FaultBook {
    /** What a naive device takes a broken thermistor for (°C): open looks very cold, shorted very hot. */
    private static final double OPEN_READS_C = -40;
    private static final double SHORT_READS_C = 110;
    /** Usual sizes; common practice, no source. */
    private static final double CUT_S = 12 * 3600;
    private static final double SHORT_CUT_S = 600;
    private static final double LID_S = 8 * 3600;
    private static final double HOT_S = 4 * 3600;
    private static final double SNAP_K = 8;
    private static final double SNAP_S = 48 * 3600;

    private FaultBook() {
    }

    /** All of them, in a fixed order. */
    public static List<Fault> of(Setup setup) {
        return of(setup, 0);
    }

    /** All of them, in the same order, beginning at a time since the start (s). */
    public static List<Fault> of(Setup setup, double fromS) {
        List<Fault> faults = new ArrayList<>();
        for (PlannedController controller : setup.controllers()) {
            for (PlannedController.PlannedLoop loop : controller.loops()) {
                faults.add(new RelayStuckOn(loop.id(), fromS));
                faults.add(new RelayStuckOff(loop.id(), fromS));
                if (!loop.cutOut()) {
                    faults.add(new LeftInManual(loop.id(), true, fromS));
                    faults.add(new LeftInManual(loop.id(), false, fromS));
                }
                if (loop.applianceIds().stream().map(setup::appliance).anyMatch(Vent.class::isInstance)) {
                    faults.add(new VentJammed(loop.id(), fromS));
                }
            }
        }
        setup.chamber().appliances().forEach(appliance -> ofAppliance(appliance, fromS, faults));
        for (Probe probe : setup.probes()) {
            List<PlannedController> readers = setup.controllers().stream().filter(each -> each.probeIds().contains(probe.id())).toList();
            if (!readers.isEmpty()) {
                ofProbe(setup, probe, readers, fromS, faults);
            }
        }
        setup.controllers().forEach(controller -> ofController(setup, controller, fromS, faults));
        if (!setup.chamber().appliances().isEmpty()) {
            faults.add(new PowerCut(CUT_S, Set.of(), fromS));
            Set<String> panels = new LinkedHashSet<>();
            setup.chamber().appliances().stream().filter(each -> each instanceof Cooler || each instanceof Dehumidifier || each instanceof Humidifier)
                    .forEach(each -> panels.add(each.id()));
            if (!panels.isEmpty()) {
                faults.add(new PowerCut(SHORT_CUT_S, panels, fromS));
            }
        }
        faults.add(new LidLeftOpen(LID_S, fromS));
        faults.add(new Weather(-SNAP_K, SNAP_S, fromS));
        faults.add(new Weather(SNAP_K, SNAP_S, fromS));
        return faults;
    }

    /** What names a fault among those of a chamber: its kind, what it befalls, and its direction where it has one. */
    public static String id(Fault fault) {
        return id(fault, fault.subject());
    }

    /** The same as if it befell something else. */
    static String id(Fault fault, String subject) {
        String turned = fault instanceof ProbeDrifted drifted ? drifted.by() < 0 ? ":low" : ":high" : "";
        return fault.kind() + (subject.isEmpty() ? "" : ":" + subject) + turned;
    }

    /** A fault of a chamber by what names it. */
    public static Fault byId(Setup setup, String id) {
        return of(setup).stream().filter(each -> id(each).equals(id)).findFirst()
                .orElseThrow(() -> new RefusedValueException("fault", id, "must name a fault that can befall this chamber"));
    }

    private static void ofAppliance(Appliance appliance, double fromS, List<Fault> faults) {
        boolean acts = appliance instanceof Heater || appliance instanceof Cooler || appliance instanceof Fan || appliance instanceof Humidifier
                || appliance instanceof Dehumidifier || appliance instanceof Bowl;
        if (acts) {
            faults.add(new ApplianceDead(appliance.id(), fromS));
        }
        if (appliance.ownThermostat().isPresent()) {
            faults.add(new OwnThermostatStuck(appliance.id(), fromS));
        }
    }

    private static void ofProbe(Setup setup, Probe probe, List<PlannedController> readers, double fromS, List<Fault> faults) {
        boolean tank = setup.chamber().tank().isPresent();
        Optional<Quantity> ofAir = readers.stream().map(PlannedController::reads).distinct().reduce((one, other) -> Quantity.TEMPERATURE)
                .filter(each -> each != Quantity.TEMPERATURE);
        Quantity.Holding holding = ofAir.orElse(Quantity.TEMPERATURE).holding();
        if (tank) {
            faults.add(new ProbeAboveWater(probe.id(), false, fromS));
            faults.add(new ProbeAboveWater(probe.id(), true, fromS));
        } else {
            faults.add(new ProbeFallenOut(probe.id(), fromS));
        }
        if (!setup.chamber().heaters().isEmpty() && ofAir.isEmpty()) {
            faults.add(new ProbeOnHeater(probe.id(), fromS));
        }
        double drift = holding.margins().drift();
        faults.add(new ProbeDrifted(probe.id(), drift, fromS));
        faults.add(new ProbeDrifted(probe.id(), -drift, fromS));
        faults.add(new ProbeBroken(probe.id(), true, reads(readers, Habits.Meaning.PROBE_OPEN, ofAir.isPresent() ? holding.lowest() : OPEN_READS_C), fromS));
        faults.add(new ProbeBroken(probe.id(), false, reads(readers, Habits.Meaning.PROBE_SHORT, ofAir.isPresent() ? holding.highest() : SHORT_READS_C), fromS));
    }

    /** A device whose table of codes knows a broken probe tells it; of any other it is to be feared that it takes it for a temperature. */
    private static double reads(List<PlannedController> readers, Habits.Meaning meaning, double naive) {
        return readers.stream().allMatch(each -> each.profile().habits().codes().stream().anyMatch(code -> code.meaning() == meaning)) ? Double.NaN : naive;
    }

    private static void ofController(Setup setup, PlannedController planned, double fromS, List<Fault> faults) {
        Settings keyed = planned.settings();
        Profile profile = planned.profile();
        keyed.value(Parameter.UNIT).ifPresent(unit -> mistaken(setup, planned, Mistake.WRONG_UNIT, keyed.with(Parameter.UNIT, unit < 0.5 ? 1 : 0), fromS, faults));
        if (keyed.value(Parameter.DIRECTION).isPresent()) {
            mistaken(setup, planned, Mistake.WRONG_DIRECTION, keyed.with(Parameter.DIRECTION, keyed.value(Parameter.DIRECTION).get() < 0.5 ? 1 : 0), fromS, faults);
        } else if (keyed.value(Parameter.ON_AT).isPresent() && keyed.value(Parameter.OFF_AT).isPresent()) {
            mistaken(setup, planned, Mistake.WRONG_DIRECTION, keyed.with(Parameter.ON_AT, keyed.value(Parameter.OFF_AT).get())
                    .with(Parameter.OFF_AT, keyed.value(Parameter.ON_AT).get()), fromS, faults);
        }
        Settings factory = Translation.factory(profile, keyed);
        if (!factory.equals(keyed)) {
            mistaken(setup, planned, Mistake.NOT_SAVED, factory, fromS, faults);
        }
        for (Parameter set : List.of(Parameter.SET_VALUE, Parameter.ON_AT)) {
            Optional<Double> value = keyed.value(set);
            if (value.isPresent()) {
                Translation.factory(profile, keyed, set).filter(factoryValue -> !factoryValue.equals(value.get()))
                        .ifPresent(factoryValue -> mistaken(setup, planned, Mistake.LIMITS_MISTAKEN, keyed.with(set, factoryValue), fromS, faults));
                DisplayUnit unit = keyed.unit(profile);
                double by = unit.differenceFromModel(unit.quantity().margins().knob());
                double turned = setup.wanted(planned) == Direction.RAISE ? by : -by;
                Settings moved = keyed.with(set, value.get() + turned);
                Optional<Double> off = keyed.value(Parameter.OFF_AT);
                mistaken(setup, planned, Mistake.KNOB_MOVED, set == Parameter.ON_AT && off.isPresent() ? moved.with(Parameter.OFF_AT, off.get() + turned) : moved, fromS, faults);
                break;
            }
        }
        linkLost(planned).ifPresent(then -> faults.add(new LinkLoss(planned.id(), then, fromS)));
        List<String> exhausts = planned.loops().stream().filter(loop -> loop.applianceIds().stream().map(setup::appliance)
                .anyMatch(each -> each instanceof Fan fan && fan.kind() == Fan.Kind.EXHAUST)).map(PlannedController.PlannedLoop::id).toList();
        faults.add(new ControllerOverheated(planned.id(), exhausts, HOT_S, fromS));
        if (keyed.value(Parameter.HIGH_ALARM).isPresent() || keyed.value(Parameter.LOW_ALARM).isPresent()) {
            faults.add(new AlarmMuted(planned.id(), fromS));
        }
    }

    private static void mistaken(Setup setup, PlannedController planned, Mistake mistake, Settings other, double fromS, List<Fault> faults) {
        try {
            PlannedController changed = planned.with(other);
            Controller controller = changed.controller(setup.wanted(planned));
            faults.add(new OtherSettings(planned.id(), mistake, controller, fromS));
        } catch (RefusedValueException impossible) {
            // A device cannot stand like that, so it cannot be mistaken for it.
            return;
        }
    }

    private static Optional<LinkLost> linkLost(PlannedController planned) {
        return switch (planned.profile().habits().linkLoss()) {
            case NO_LINK -> Optional.empty();
            case OFF -> Optional.of(LinkLost.OFF);
            case ON -> Optional.of(LinkLost.ON);
            case STAYS -> Optional.of(LinkLost.STAYS);
            case BY_KEY -> Optional.of(Translation.isChosen(planned.settings(), Parameter.LINK_LOSS) ? LinkLost.ON : LinkLost.OFF);
        };
    }
}
