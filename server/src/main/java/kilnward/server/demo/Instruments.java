package kilnward.server.demo;

import java.util.Optional;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.LiveRun;

/**
 * What instruments at Osier End say of a simulated chamber. Temperature, humidity, carbon dioxide, light and power are the simulator's; what it does not know, water
 * level, pH and conductivity, is made up here by simple balances, for show.
 */
public final class Instruments {
    /** Made up: an open tank loses so much a day and is topped up when it has lost so much (mm). */
    private static final double LOSES_MM_DAY = 2.2;
    private static final double FULL_MM = 320;
    private static final double TOPPED_UP_AT_MM = 306;
    private static final double FULL_US_CM = 340;
    private static final double LAMP_LX = 7_800;
    private static final double DAYLIGHT_LX = 900;
    private double levelMm = FULL_MM - 5;
    private double hourOfDay;
    private double powerW;
    private LiveRun.Seen last;

    /** Takes up how the chamber stands now. */
    public void follow(LiveRun.Seen seen, double startHour) {
        double seconds = last == null ? 0 : seen.timeS() - last.timeS();
        double hours = seconds / 3600;
        levelMm -= LOSES_MM_DAY * hours / 24;
        if (levelMm < TOPPED_UP_AT_MM) {
            levelMm = FULL_MM;
        }
        hourOfDay = (startHour + seen.timeS() / 3600) % 24;
        double live = last == null || seconds <= 0 || seen.liveJ() < last.liveJ() ? 0 : (seen.liveJ() - last.liveJ()) / seconds;
        powerW = seen.mains() ? seen.heldW() + live : 0;
        last = seen;
    }

    /**
     * What an instrument says, in °C, %RH, lx, ppm, mm, pH, µS/cm or W.
     *
     * @param probeId      where it hangs; null for nowhere of the plan
     * @param controllerId whose display it reads; null for an instrument of its own
     * @param noise        small differences from one reading to the next
     * @return empty where it has nothing to say
     */
    public OptionalDouble says(Quantity measured, String probeId, String controllerId, SplittableRandom noise) {
        if (controllerId != null) {
            return last.displays().stream().filter(each -> each.controllerId().equals(controllerId) && each.value().isPresent())
                    .mapToDouble(each -> each.unit().toModel(each.value().getAsDouble())).findFirst();
        }
        double some = noise.nextDouble(-1, 1);
        return switch (measured) {
            case TEMPERATURE -> felt(probeId).map(felt -> OptionalDouble.of(rounded(felt.temperatureC() + 0.03 * some, 100))).orElse(OptionalDouble.empty());
            case RELATIVE_HUMIDITY -> air(probeId, Quantity.RELATIVE_HUMIDITY).map(felt -> OptionalDouble.of(rounded(Math.min(100, felt + 0.3 * some), 10)))
                    .orElse(OptionalDouble.empty());
            case LIGHT ->
                OptionalDouble.of(rounded((last.lit() && last.mains() ? LAMP_LX : 0) + DAYLIGHT_LX * Math.max(0, StrictMath.sin(Math.PI * (hourOfDay - 7.5) / 9)) + 3 + some, 1));
            case CARBON_DIOXIDE -> air(probeId, Quantity.CARBON_DIOXIDE).map(felt -> OptionalDouble.of(rounded(felt + 8 * some, 1))).orElse(OptionalDouble.empty());
            case WATER_LEVEL -> OptionalDouble.of(rounded(levelMm + 0.4 * some, 10));
            case PH -> OptionalDouble.of(rounded(7.45 + 0.06 * StrictMath.sin(2 * Math.PI * (hourOfDay - 10) / 24) + 0.01 * some, 100));
            case CONDUCTIVITY -> OptionalDouble.of(rounded(FULL_US_CM * FULL_MM / levelMm + some, 10));
            case POWER -> OptionalDouble.of(rounded(Math.max(0, powerW + (powerW > 0 ? 0.2 * some : 0)), 10));
        };
    }

    private Optional<LiveRun.Felt> felt(String probeId) {
        return last.probes().stream().filter(each -> probeId == null || each.probeId().equals(probeId)).findFirst();
    }

    private Optional<Double> air(String probeId, Quantity quantity) {
        return felt(probeId).map(felt -> felt.value(quantity)).filter(OptionalDouble::isPresent).map(OptionalDouble::getAsDouble);
    }

    private static double rounded(double value, double steps) {
        return Math.round(value * steps) / steps;
    }
}
