package kilnward.core.fitting;

import java.util.List;
import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.series.Samples;

/**
 * What was measured of a box for a while.
 *
 * @param probeId   the probe whose temperature was logged
 * @param log       what it read (°C), s since it began, without holes; {@value #LEAST} readings to {@value #MOST}
 * @param room      the room meanwhile, by s since midnight before it began
 * @param startHour hour of the day at which it began, 0 to 24
 * @param drive     when its heating was on
 * @param cold      whether it began with everything inside as warm as the first reading, as a box does that has stood in the room; otherwise the first hours tell nothing
 * @param roomErrorK standard deviation of how far the room may have been off what is said, all the time (K), 0 to 10
 * @param openedS   when it was opened (s since the log began): how much heat left then is not known
 */
public record BoxLog(String probeId, Samples log, RoomCurve room, @Bounded(min = 0, max = 24, unit = "h") double startHour, Drive drive, boolean cold,
        @Bounded(min = 0, max = 10, unit = "K") double roomErrorK, List<Double> openedS) {
    /** Two sensors of a shed differ by up to some 0.35 K, evenly; common practice, no source. */
    public static final double ROOM_ERROR_K = 0.2;
    static final int LEAST = 60;
    /** The deviations of so many readings together are set against each other, which costs their number cubed. */
    static final int MOST = 1500;

    public BoxLog {
        Require.named("probeId", probeId);
        Objects.requireNonNull(room, "room");
        Objects.requireNonNull(drive, "drive");
        Require.within("readings", log.count(), LEAST, MOST, "");
        Require.within("readings[0].at", log.atS()[0], 0, log.spacingS(), "s");
        Require.within(BoxLog.class, "roomErrorK", roomErrorK);
        openedS = List.copyOf(openedS);
        Require.within(BoxLog.class, "startHour", startHour);
        Require.within("readings", log.lastS(), log.spacingS(), Scenario.LONGEST_S, "s");
    }

    /** Of a box that nobody opened, in a room whose sensor is off by some tenths. */
    public BoxLog(String probeId, Samples log, RoomCurve room, double startHour, Drive drive, boolean cold) {
        this(probeId, log, room, startHour, drive, cold, ROOM_ERROR_K, List.of());
    }

    /** The same with other moments of switching, in a room that is warmer by so much (K). */
    BoxLog with(Drive other, double warmerK) {
        RoomCurve measured = room;
        RoomCurve shifted = warmerK == 0 ? measured : time -> measured.temperatureC(time) + warmerK;
        return new BoxLog(probeId, log, shifted, startHour, other, cold, roomErrorK, openedS);
    }
}
