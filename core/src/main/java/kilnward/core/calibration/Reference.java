package kilnward.core.calibration;

import java.time.LocalDate;
import java.util.Optional;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A thermometer or hygrometer that is trusted, or one of several that are trusted together.
 *
 * @param name       what it is called
 * @param standard   its standard uncertainty (°C, °F or points, as it is read), 0 or more
 * @param correction what is to be added to what it reads, from its certificate or an ice bath
 * @param validTo    last day of its certificate; empty where it has none
 */
public record Reference(String name, @Bounded(min = 0, max = 20) double standard, @Bounded(min = -20, max = 20) double correction, Optional<LocalDate> validTo) {
    /** Where the figure for its uncertainty comes from. */
    public enum Basis {
        /** A certificate's expanded uncertainty, coverage factor 2. */
        CERTIFICATE {
            @Override
            public double standard(double stated) {
                return stated / Uncertainty.COVERAGE;
            }
        },
        /** A maker's limits, anywhere within which is as likely: over √3 (JCGM 100:2008, 4.3.7). */
        LIMITS {
            @Override
            public double standard(double stated) {
                return stated / Math.sqrt(3);
            }
        },
        /** A standard uncertainty as it is. */
        STANDARD {
            @Override
            public double standard(double stated) {
                return stated;
            }
        };

        /** Standard uncertainty from the figure stated. */
        public abstract double standard(double stated);
    }

    public Reference {
        Require.that(name != null && !name.isBlank() && name.length() <= 80, "name", name, "must have 1 to 80 characters");
        Require.within(Reference.class, "standard", standard);
        Require.within(Reference.class, "correction", correction);
    }

    /** What it says when it reads this. */
    public double corrected(double read) {
        return read + correction;
    }

    /** Whether its certificate is past on a day. */
    public boolean isExpired(LocalDate on) {
        return validTo.map(last -> on.isAfter(last)).orElse(false);
    }
}
