package kilnward.core.ladder;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.control.Controller;
import kilnward.core.device.LawKeys;
import kilnward.core.device.LevelKind;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Event;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.setup.Aim;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/**
 * Everything the machine does as levels at the occupant.
 *
 * @param rungs      rungs, highest first
 * @param placementK for each controller, occupant less display (K, or points of %RH): placement difference and remaining
 *                   error together, as the mean of the rehearsal
 */
public record Ladder(List<Rung> rungs, List<Double> placementK) {
    public Ladder {
        rungs = List.copyOf(rungs);
        placementK = List.copyOf(placementK);
    }

    public static Ladder of(Setup setup, Rig rig, Rehearsed running, Rehearsed stuckOn, Rehearsed dead, double stuckOnEndC,
            double deadEndC) {
        List<Rung> rungs = new ArrayList<>();
        List<Double> placement = new ArrayList<>();
        for (int i = 0; i < rig.controllers().size(); i++) {
            Controller controller = rig.controllers().get(i);
            Aim aim = setup.aim(setup.controllers().get(i));
            double meanThere = aim.there(running.metrics()).orElseThrow().mean();
            double differenceK = meanThere - running.metrics().displays().get(i).mean();
            placement.add(differenceK);
            PlannedController planned = setup.controllers().get(i);
            LawKeys keys = planned.profile().law().keys();
            for (int loop = 0; loop < planned.loops().size(); loop++) {
                for (LawKeys.Mark mark : keys.marks(planned.profile(), planned.inForce(), loop, setup.wanted(planned))) {
                    boolean cutOut = planned.loops().get(loop).cutOut();
                    rungs.add(mark.companion() ? beside(rig, controller, mark)
                            : rung(cutOut ? mark.kind().asBackup() : mark.kind(), controller, mark.display(), differenceK, OptionalDouble.empty(), aim, mark.night()));
                }
            }
            controller.highAlarm().ifPresent(at -> rungs.add(rung(LevelKind.HIGH_ALARM, controller, at, differenceK,
                    aim != Aim.OCCUPANT ? OptionalDouble.empty() : beforeHarmS(stuckOn, Event.Kind.HIGH_ALARM, controller.id()), aim, false)));
            controller.lowAlarm().ifPresent(at -> rungs.add(rung(LevelKind.LOW_ALARM, controller, at, differenceK,
                    aim != Aim.OCCUPANT ? OptionalDouble.empty() : beforeHarmS(dead, Event.Kind.LOW_ALARM, controller.id()), aim, false)));
        }
        Set<String> switched = rig.controllers().stream().flatMap(each -> each.loops().stream())
                .flatMap(loop -> loop.applianceIds().stream()).collect(Collectors.toSet());
        for (Heater heater : rig.chamber().heaters()) {
            // In series with a controller a thermostat backs it up; without one it is what governs.
            boolean backs = switched.contains(heater.id());
            heater.ownThermostat().ifPresent(thermostat -> {
                rungs.add(own(backs ? LevelKind.BACKUP_OPENS : LevelKind.RAISE_OFF, thermostat.opensAtC()));
                rungs.add(own(backs ? LevelKind.BACKUP_CLOSES : LevelKind.RAISE_ON, thermostat.closesAtC()));
            });
        }
        for (Cooler cooler : rig.chamber().of(Cooler.class)) {
            // Behind a controller it only stops sooner; without one it is what governs.
            cooler.ownThermostat().filter(own -> !switched.contains(cooler.id())).ifPresent(own -> {
                rungs.add(own(LevelKind.LOWER_OFF, own.opensAtC()));
                rungs.add(own(LevelKind.LOWER_ON, own.closesAtC()));
            });
        }
        if (!rig.chamber().heaters().isEmpty()) {
            rungs.add(own(LevelKind.STUCK_ON_END, stuckOnEndC));
            rungs.add(own(LevelKind.HEATER_DEAD_END, deadEndC));
        }
        rungs.sort(Comparator.comparingDouble(Rung::occupant).reversed());
        return new Ladder(rungs, placement);
    }

    /** A level that is on no display. */
    private static Rung own(LevelKind kind, double occupantC) {
        return new Rung(kind, "", OptionalDouble.empty(), occupantC, OptionalDouble.empty(), Quantity.TEMPERATURE, false, false);
    }

    /** A level of the humidity that is shown beside a temperature: what differs from the air's is what the sensors and the offset add. */
    private static Rung beside(Rig rig, Controller controller, LawKeys.Mark mark) {
        double errorPct = rig.probes().stream().filter(probe -> controller.probeIds().contains(probe.id()))
                .mapToDouble(probe -> probe.error(Quantity.RELATIVE_HUMIDITY)).average().orElse(0);
        return new Rung(mark.kind(), controller.id(), OptionalDouble.of(mark.display()),
                mark.display() - errorPct - controller.companion().map(Display::offset).orElse(0.0), OptionalDouble.empty(), Quantity.RELATIVE_HUMIDITY, false, mark.night());
    }

    private static Rung rung(LevelKind kind, Controller controller, double display, double placementK,
            OptionalDouble beforeHarmS, Aim aim, boolean night) {
        DisplayUnit unit = controller.display().unit();
        return new Rung(kind, controller.id(), OptionalDouble.of(display), unit.toModel(display) + placementK,
                beforeHarmS, aim.quantity(), aim == Aim.OTHER, night);
    }

    private static OptionalDouble beforeHarmS(Rehearsed failure, Event.Kind alarm, String controllerId) {
        OptionalDouble harmed = failure.metrics().harmedAtS();
        OptionalDouble sounded = failure.events().stream()
                .filter(event -> event.kind() == alarm && event.subject().equals(controllerId))
                .mapToDouble(Event::timeS).findFirst();
        return harmed.isPresent() && sounded.isPresent()
                ? OptionalDouble.of(harmed.getAsDouble() - sounded.getAsDouble()) : OptionalDouble.empty();
    }
}
