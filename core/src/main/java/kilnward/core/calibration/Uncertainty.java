package kilnward.core.calibration;

import java.util.List;
import kilnward.core.finding.Require;

/**
 * A standard uncertainty put together from independent parts, all in one unit.
 *
 * @param standard combined standard uncertainty, 0 or more: the parts in quadrature (JCGM 100:2008, 5.1.2, all sensitivities 1)
 * @param parts    what it is made of, the largest first
 */
public record Uncertainty(double standard, List<Part> parts) {
    /** Coverage factor for about 95 % where nothing else is known (JCGM 100:2008, 6.3.3). */
    public static final double COVERAGE = 2;

    /**
     * One part.
     *
     * @param what     what it comes from
     * @param standard standard uncertainty, 0 or more
     */
    public record Part(String what, double standard) {
        public Part {
            Require.that(what != null && !what.isBlank(), "what", what, "must be given");
            Require.within("standard", standard, 0, 1e9, "");
        }

        /** A display that moves in steps: anywhere within one is as likely, so the step over √12 (JCGM 100:2008, 4.3.7). */
        public static Part ofResolution(String what, double step) {
            return new Part(what, step / Math.sqrt(12));
        }

        /** A figure given with its coverage, as certificates do: what is stated over the factor (JCGM 100:2008, 4.3.3). */
        public static Part ofExpanded(String what, double expanded, double coverage) {
            Require.within("coverage", coverage, 1, 5, "");
            return new Part(what, expanded / coverage);
        }
    }

    /** Puts parts together. */
    public static Uncertainty of(List<Part> parts) {
        double squares = parts.stream().mapToDouble(part -> part.standard() * part.standard()).sum();
        return new Uncertainty(Math.sqrt(squares), parts.stream().sorted((a, b) -> Double.compare(b.standard(), a.standard())).toList());
    }

    public Uncertainty {
        Require.within("standard", standard, 0, 1e9, "");
        parts = List.copyOf(parts);
    }

    /** Half the width of an interval that holds the value in about 95 of 100 cases. */
    public double expanded() {
        return COVERAGE * standard;
    }
}
