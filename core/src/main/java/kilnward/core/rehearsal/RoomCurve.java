package kilnward.core.rehearsal;

import kilnward.core.chamber.Room;

/** Temperature of the room over time. */
@FunctionalInterface
public interface RoomCurve {
    /**
     * @param secondsSinceMidnight time since the midnight before the start (s)
     * @return temperature (°C)
     */
    double temperatureC(double secondsSinceMidnight);

    /** A room that stays as it is. */
    static RoomCurve constant(double temperatureC) {
        return time -> temperatureC;
    }

    /** A cosine day between the coldest and the warmest of a room. */
    static RoomCurve day(Room room) {
        double mean = 0.5 * (room.coldestC() + room.warmestC());
        double amplitude = 0.5 * (room.warmestC() - room.coldestC());
        return time -> mean + amplitude * StrictMath.cos(2 * Math.PI * (time / 3600 - room.warmestHour()) / 24);
    }
}
