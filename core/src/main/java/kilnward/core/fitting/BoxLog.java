package kilnward.core.fitting;

import java.util.Objects;
import kilnward.core.finding.Require;
import kilnward.core.rehearsal.RoomCurve;
import kilnward.core.rehearsal.Scenario;
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
 */
public record BoxLog(String probeId, Samples log, RoomCurve room, double startHour, Drive drive, boolean cold) {
    static final int LEAST = 60;
    /** The deviations of so many readings together are set against each other, which costs their number cubed. */
    static final int MOST = 1500;

    public BoxLog {
        Require.named("probeId", probeId);
        Objects.requireNonNull(room, "room");
        Objects.requireNonNull(drive, "drive");
        Require.within("readings", log.count(), LEAST, MOST, "");
        Require.within("readings[0].at", log.atS()[0], 0, log.spacingS(), "s");
        Require.within("startHour", startHour, 0, 24, "h");
        Require.within("readings", log.lastS(), log.spacingS(), Scenario.LONGEST_S, "s");
    }
}
