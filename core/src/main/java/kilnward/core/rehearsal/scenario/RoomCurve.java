package kilnward.core.rehearsal.scenario;

import kilnward.core.chamber.Room;
import kilnward.core.finding.Require;

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
        double amplitude = 0.5 * (room.warmestC() - room.coldestC());
        return time -> room.meanC() + amplitude * StrictMath.cos(2 * Math.PI * (time / 3600 - room.warmestHour()) / 24);
    }

    /**
     * Weather, or a room that was logged: straight between its points. Before the first and after the last point, that point.
     *
     * @param everyS  time between two points (s), the first being at midnight
     * @param pointsC temperatures (°C), at least one
     */
    static RoomCurve series(double everyS, double[] pointsC) {
        Require.positive("everyS", everyS, "s");
        Require.that(pointsC.length > 0, "pointsC", 0, "must hold at least one temperature");
        for (double pointC : pointsC) {
            Require.within("pointsC", pointC, -60, 70, "°C");
        }
        double[] points = pointsC.clone();
        return time -> {
            double at = Math.max(0, Math.min(points.length - 1.0, time / everyS));
            int index = (int) Math.min(at, points.length - 2.0);
            return points.length == 1 ? points[0] : points[index] + (at - index) * (points[index + 1] - points[index]);
        };
    }
}
