package kilnward.core.alarm;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.chamber.Room;
import kilnward.core.fault.FaultBook;
import kilnward.core.life.HarmClock;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.LiveRun;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;

/**
 * A rehearsal as instruments would tell it, read once a minute: of a good day with the lid opened now and then, or with one fault that comes after some hours.
 *
 * @param fault     what befalls it; empty for good days
 * @param roomC     the room it was rehearsed in (°C)
 * @param occupantC temperature at the occupant, each minute (°C)
 * @param says      one a spot: what is said there each minute; NaN where nothing is
 * @param harmedAtS when the first danger limit was used up (s); empty where none was
 */
public record Imagined(Optional<Fault> fault, double roomC, double[] occupantC, List<double[]> says, OptionalDouble harmedAtS) {
    /** Read so often (s). */
    public static final double EVERY_S = 60;
    /** So much goes before a fault (s). */
    public static final double BEFORE_S = 3 * 3600;
    private static final double LENGTH_S = 51 * 3600;
    private static final double STEP_S = 10;
    /** On a good day somebody looks in at these hours, for so long; common practice, no source. */
    private static final double[] LOOKS_IN_AT_H = {7, 19, 31, 43};
    private static final double LOOKS_IN_S = 120;

    /** Good days in the coldest and the warmest room, then every fault in both. */
    public static List<Imagined> all(Setup setup, List<Spot> spots, Workers workers) {
        Room room = setup.chamber().room();
        double[] rooms = room.coldestC() == room.warmestC() ? new double[] {room.coldestC()} : new double[] {room.coldestC(), room.warmestC()};
        record Case(Optional<Fault> fault, double roomC) {
        }
        List<Case> cases = new ArrayList<>();
        for (double roomC : rooms) {
            cases.add(new Case(Optional.empty(), roomC));
        }
        for (Fault fault : FaultBook.of(setup, BEFORE_S)) {
            for (double roomC : rooms) {
                cases.add(new Case(Optional.of(fault), roomC));
            }
        }
        Rig rig = setup.rig().lookingNoOftenerThan(STEP_S);
        return workers.each(cases, each -> of(rig, each.fault, each.roomC, spots));
    }

    private static Imagined of(Rig rig, Optional<Fault> fault, double roomC, List<Spot> spots) {
        Scenario scenario = new Scenario(RoomCurve.constant(roomC), 0, LENGTH_S, STEP_S, Scenario.Start.SETTLED, List.of(), 1);
        scenario = fault.isPresent() ? scenario.with(fault.get())
                : scenario.with(java.util.Arrays.stream(LOOKS_IN_AT_H).mapToObj(hour -> new Scenario.LidOpening(hour * 3600, LOOKS_IN_S)).toArray(Scenario.LidOpening[]::new));
        LiveRun run = LiveRun.begin(rig, scenario);
        int minutes = (int) (LENGTH_S / EVERY_S);
        double[] occupantC = new double[minutes];
        // What several instruments tell of one spot is kept once: a chamber may have many of them.
        Map<Spot, double[]> told = new LinkedHashMap<>();
        spots.forEach(spot -> told.computeIfAbsent(spot, each -> new double[minutes]));
        Map<Quantity, HarmClock> clocks = new EnumMap<>(Quantity.class);
        rig.needs().dangerLimits().forEach(limit -> clocks.computeIfAbsent(limit.quantity(), each -> new HarmClock(rig.needs().dangerLimits(each))));
        LiveRun.Seen before = run.seen();
        for (int minute = 0; minute < minutes; minute++) {
            run.advance(EVERY_S);
            LiveRun.Seen now = run.seen();
            occupantC[minute] = now.occupantC();
            clocks.forEach((quantity, clock) -> now.occupant(quantity).ifPresent(value -> clock.see(now.timeS(), value)));
            for (Map.Entry<Spot, double[]> each : told.entrySet()) {
                each.getValue()[minute] = each.getKey().says(before, now).orElse(Double.NaN);
            }
            before = now;
        }
        return new Imagined(fault, roomC, occupantC, spots.stream().map(told::get).toList(),
                clocks.values().stream().map(HarmClock::harmedAtS).flatMapToDouble(OptionalDouble::stream).min());
    }

    /** What is said at a spot, as readings from the beginning. */
    List<Reading> readings(int spot) {
        List<Reading> readings = new ArrayList<>();
        double[] values = says.get(spot);
        for (int minute = 0; minute < values.length; minute++) {
            if (!Double.isNaN(values[minute])) {
                readings.add(new Reading((minute + 1) * EVERY_S, values[minute]));
            }
        }
        return readings;
    }

    /** What a rule would have to go by, one a rehearsal. */
    static List<Heard> heard(List<Imagined> all, int own, List<Integer> others) {
        return all.stream().map(each -> new Heard(each.readings(own), others.stream().map(each::readings).toList())).toList();
    }

    /** How long it is (s). */
    double lengthS() {
        return occupantC.length * EVERY_S;
    }

    /** Occupant less what is said at a spot, on average (K); 0 where nothing is. */
    double toOccupantK(int spot) {
        double sum = 0;
        int count = 0;
        for (int minute = 0; minute < occupantC.length; minute++) {
            if (!Double.isNaN(says.get(spot)[minute])) {
                sum += occupantC[minute] - says.get(spot)[minute];
                count++;
            }
        }
        return count == 0 ? 0 : sum / count;
    }

    /** Occupant less what is said at a spot, on average over the good days (K). */
    public static double toOccupantK(List<Imagined> all, int spot) {
        return all.stream().filter(each -> each.fault.isEmpty()).mapToDouble(each -> each.toOccupantK(spot)).average().orElse(0);
    }
}
