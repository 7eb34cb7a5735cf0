package kilnward.core.fault;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.control.Controller;
import kilnward.core.control.Loop;
import kilnward.core.device.Habits;
import kilnward.core.life.KeepBand;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.outcome.Verdict;
import kilnward.core.rehearsal.scenario.AlarmMuted;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;

/**
 * Every single fault of a chamber, rehearsed with and without its second layers in the room of its season that is worst for it.
 *
 * @param rows    one a fault, in the order of {@link FaultBook}
 * @param deaf    for each controller with alarms, how many faults that do no harm unseen would, were those alarms not heard
 * @param layered whether there is any second layer at all; without one both verdicts of a row are the same
 */
public record FaultTable(List<Row> rows, Map<String, Integer> deaf, boolean layered) {
    /** Each fault is followed for three days (s). */
    public static final double LENGTH_S = 72 * 3600;
    private static final int BUCKETS = 288;
    /** The worst room is looked for in steps as long as this (s). */
    private static final double LOOK_STEP_S = 60;

    /**
     * One fault.
     *
     * @param fault   the fault
     * @param roomC   the room it was rehearsed in (°C)
     * @param with    what it comes to as planned
     * @param without what it comes to without second layers
     * @param run     the rehearsal as planned
     * @param bare    the rehearsal without second layers; the same where there are none
     */
    public record Row(Fault fault, double roomC, Verdict with, Verdict without, Rehearsed run, Rehearsed bare) {
        /** What keeps harm away. */
        public Stop stop() {
            boolean harmedBare = without.harmS().isPresent();
            if (with.harmS().isEmpty()) {
                return harmedBare ? Stop.SECOND_LAYER : Stop.NOTHING_NEEDED;
            }
            return with.kind() == Verdict.Kind.TIGHT ? Stop.SOMEBODY : Stop.NOTHING;
        }
    }

    /** What keeps harm away. */
    public enum Stop {
        /** It does no harm by itself. */
        NOTHING_NEEDED,
        /** A second layer: which, the rehearsal tells. */
        SECOND_LAYER,
        /** Somebody who hears of it in time. */
        SOMEBODY,
        /** Nothing does. */
        NOTHING
    }

    public FaultTable {
        rows = List.copyOf(rows);
        deaf = Map.copyOf(deaf);
    }

    /**
     * @param setup the chamber as planned
     * @param watch who can act when
     * @param stepS time step (s); 1 for the record, more for a first look
     * @param workers who rehearses
     */
    public static FaultTable of(Setup setup, Attendance watch, double stepS, Workers workers) {
        return of(setup, watch, stepS, FaultBook.of(setup), workers);
    }

    /** The same for some faults only. */
    public static FaultTable of(Setup setup, Attendance watch, double stepS, List<Fault> faults, Workers workers) {
        Room room = setup.chamber().room();
        double[] rooms = {room.coldestC(), room.warmestC()};
        // The coldest room with what gives off least, the warmest with what gives off most.
        List<Rig> plain = List.of(setup.coolest().rig(), setup.warmest().rig());
        List<Rig> rigs = plain.stream().map(each -> each.lookingNoOftenerThan(stepS)).toList();
        List<Rig> bares = plain.stream().map(each -> bare(each).lookingNoOftenerThan(stepS)).toList();
        boolean layered = !bares.equals(rigs);
        List<Rig> looks = plain.stream().map(each -> each.lookingNoOftenerThan(LOOK_STEP_S)).toList();
        List<Verdict.GoodDay> goodDay = List.of(Verdict.goodDay(looks.get(0), Rehearsal.run(looks.get(0), scenario(rooms[0], LOOK_STEP_S))),
                Verdict.goodDay(looks.get(1), Rehearsal.run(looks.get(1), scenario(rooms[1], LOOK_STEP_S))));
        boolean alike = rooms[0] == rooms[1] && plain.get(0).equals(plain.get(1));
        Map<Fault, Integer> worsts = new ConcurrentHashMap<>();
        // What does the same by another name is rehearsed once.
        Map<Fault, Row> rehearsed = workers.each(faults.stream().map(Fault::same).distinct().toList(), fault -> {
            int worst = alike ? 0 : worse(setup, Rehearsal.run(looks.get(0), scenario(rooms[0], LOOK_STEP_S).with(fault)),
                    Rehearsal.run(looks.get(1), scenario(rooms[1], LOOK_STEP_S).with(fault)));
            worsts.put(fault, worst);
            Rig rig = rigs.get(worst);
            Rig bare = bares.get(worst);
            Scenario scenario = befallen(setup, scenario(rooms[worst], stepS), fault);
            Rehearsed run = Rehearsal.run(rig, scenario);
            // Layers that did nothing change nothing; only a second controller may have sounded an alarm of its own.
            boolean same = !layered || run.layersActed().isEmpty() && bare.controllers().size() == rig.controllers().size();
            Rehearsed without = same ? run : Rehearsal.run(bare, befallen(setup, scenario(rooms[worst], stepS), fault.withoutLayers()));
            Verdict verdict = Verdict.of(fault, rig, run, goodDay.get(worst), watch);
            return new Row(fault, rooms[worst], verdict, same ? verdict : Verdict.of(fault, bare, without, goodDay.get(worst), watch), run, without);
        }).stream().collect(Collectors.toMap(Row::fault, Function.identity()));
        List<Row> rows = faults.stream().map(fault -> {
            Row row = rehearsed.get(fault.same());
            return new Row(fault, row.roomC(), row.with(), row.without(), row.run(), row.bare());
        }).toList();
        Map<String, Integer> deaf = new HashMap<>();
        for (Controller controller : rigs.get(0).controllers()) {
            if (controller.highAlarm().isPresent() || controller.lowAlarm().isPresent()) {
                deaf.put(controller.id(),
                        (int) rows.stream().filter(row -> row.with().kind() != Verdict.Kind.HARMED_UNSEEN && Verdict.of(row.fault(), rigs.get(worsts.get(row.fault().same())),
                                row.run().muted(controller.id()), goodDay.get(worsts.get(row.fault().same())), watch).kind() == Verdict.Kind.HARMED_UNSEEN).count());
            }
        }
        return new FaultTable(rows, deaf, layered);
    }

    /** A scenario with one or more faults; controllers that have no sounder, or one that is switched off, are muted whatever else befalls. */
    static Scenario befallen(Setup setup, Scenario scenario, Fault... faults) {
        List<Fault> all = new ArrayList<>(List.of(faults));
        setup.controllers().stream().filter(each -> each.profile().habits().sounder() == Habits.Sounder.NONE || each.profile().habits().sounder() == Habits.Sounder.OFF)
                .forEach(each -> all.add(new AlarmMuted(each.id(), 0)));
        return scenario.with(all.toArray(Fault[]::new));
    }

    private static Scenario scenario(double roomC, double stepS) {
        return new Scenario(RoomCurve.constant(roomC), 0, LENGTH_S, stepS, Scenario.Start.SETTLED, List.of(), BUCKETS);
    }

    /** Which of two runs is the worse: the one that harms earlier, or strays farther from the target range. */
    private static int worse(Setup setup, Rehearsed cold, Rehearsed warm) {
        OptionalDouble coldHarm = cold.metrics().harmedAtS();
        OptionalDouble warmHarm = warm.metrics().harmedAtS();
        if (coldHarm.isPresent() || warmHarm.isPresent()) {
            return warmHarm.orElse(Double.POSITIVE_INFINITY) <= coldHarm.orElse(Double.POSITIVE_INFINITY) ? 1 : 0;
        }
        return strays(setup.needs().keep(), warm) >= strays(setup.needs().keep(), cold) ? 1 : 0;
    }

    private static double strays(KeepBand keep, Rehearsed run) {
        return Math.max(run.metrics().occupant().highest() - keep.highC(), keep.lowC() - run.metrics().occupant().lowest());
    }

    /** The same without second layers: no cut-out, no thermostat of an appliance behind a controller, no alarm that opens. */
    static Rig bare(Rig rig) {
        Chamber chamber = rig.chamber();
        List<String> switched = rig.controllers().stream().flatMap(each -> each.loops().stream()).filter(loop -> !loop.cutOut())
                .flatMap(loop -> loop.applianceIds().stream()).toList();
        List<Appliance> appliances = new ArrayList<>();
        for (Appliance each : chamber.appliances()) {
            appliances.add(each instanceof Heater heater && heater.ownThermostat().isPresent() && switched.contains(heater.id()) ? heater.withoutThermostat() : each);
        }
        List<Controller> controllers = rig.controllers().stream().filter(each -> !each.loops().stream().allMatch(Loop::cutOut))
                .map(Controller::withoutLayers).toList();
        return new Rig(chamber.with(appliances), rig.needs(), rig.probes(), controllers);
    }
}
