package kilnward.server.demo;

import kilnward.core.chamber.Room;
import kilnward.core.rehearsal.scenario.RoomCurve;

/** A room at Osier End: its day, and slow weather over it, which is made up. */
public final class Weathered {
    private static final double DAY_S = 86_400;

    private Weathered() {
    }

    /**
     * @param room  as planned
     * @param daysBefore days between a fixed beginning and the midnight that the times are counted from, so that the weather goes on where it was
     */
    public static RoomCurve of(Room room, double daysBefore) {
        RoomCurve day = RoomCurve.day(room);
        double widthK = Math.min(1.2, 0.15 * (room.warmestC() - room.coldestC()));
        return time -> {
            double days = daysBefore + time / DAY_S;
            return day.temperatureC(time) + widthK * (StrictMath.sin(2 * Math.PI * days / 3.7) + 0.6 * StrictMath.sin(2 * Math.PI * days / 9.1 + 1));
        };
    }
}
