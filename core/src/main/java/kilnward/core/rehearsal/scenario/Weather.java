package kilnward.core.rehearsal.scenario;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * The room grows colder or warmer than its season, within two hours.
 *
 * @param byK       by how much (K); below 0 a cold snap, above a heat wave
 * @param durationS how long (s)
 */
public record Weather(@Bounded(min = -60, max = 60, unit = "K") double byK, double durationS,
        @Bounded(min = 0, max = Scenario.LONGEST_S, unit = "s") double fromS) implements Fault {
    private static final double RAMP_S = 7200;

    public Weather {
        Require.within(Weather.class, "byK", byK);
        Require.within(Weather.class, "fromS", fromS);
    }

    @Override
    public Kind kind() {
        return byK < 0 ? Kind.COLD_SNAP : Kind.HEAT_WAVE;
    }

    @Override
    public String subject() {
        return "";
    }

    @Override
    public Scenario around(Scenario sound) {
        double beginsS = sound.startHour() * 3600 + fromS;
        RoomCurve room = sound.room();
        return sound.in(timeS -> room.temperatureC(timeS)
                + byK * Math.max(0, Math.min(1, Math.min((timeS - beginsS) / RAMP_S, (beginsS + durationS + RAMP_S - timeS) / RAMP_S))));
    }
}
