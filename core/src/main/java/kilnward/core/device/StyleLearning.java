package kilnward.core.device;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;
import kilnward.core.control.Direction;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.finding.Require;

/**
 * What a differential means, learned from what a device was seen to do. What it is seen to do counts more than its leaflet.
 *
 * @param verdict        what can be said
 * @param styles         the styles that fit everything seen; where none does, those that fit most of it
 * @param contradictions positions of the observations that none of {@code styles} fits
 */
public record StyleLearning(Verdict verdict, List<Style> styles, List<Integer> contradictions) {
    /** What can be said. */
    public enum Verdict {
        /** One style fits. */
        SETTLED,
        /** Several fit: another observation is wanted. */
        OPEN,
        /** None fits all of it. */
        CONTRADICTED
    }

    /** Which way an output switched. */
    public enum Switched {
        ON,
        OFF
    }

    /**
     * Something seen: with this keyed in, the output switched at that display.
     *
     * @param setValue     set value keyed in, as displayed
     * @param differential differential keyed in, above 0
     * @param switched     which way
     * @param at           what was displayed then
     */
    public record Observation(double setValue, double differential, Switched switched, double at) {
        public Observation {
            Require.finite("setValue", setValue);
            Require.positive("differential", differential, "");
            Objects.requireNonNull(switched, "switched");
            Require.finite("at", at);
        }
    }

    public StyleLearning {
        styles = List.copyOf(styles);
        contradictions = List.copyOf(contradictions);
    }

    /**
     * @param direction    which way the output works
     * @param resolution   smallest step of the display: a person reads it a step early or late
     * @param observations what was seen, at least one
     */
    public static StyleLearning of(Direction direction, double resolution, List<Observation> observations) {
        Require.positive("resolution", resolution, "");
        Require.that(!observations.isEmpty(), "observations", 0, "must hold at least one");
        List<Style> best = new ArrayList<>();
        List<Integer> missed = List.of();
        int fewest = Integer.MAX_VALUE;
        for (Style style : Arrays.stream(Style.values()).filter(each -> !each.isPair()).toList()) {
            List<Integer> misses = IntStream.range(0, observations.size())
                    .filter(i -> !fits(style, direction, resolution, observations.get(i))).boxed().toList();
            if (misses.size() < fewest) {
                fewest = misses.size();
                best.clear();
                missed = misses;
            }
            if (misses.size() == fewest) {
                best.add(style);
                missed = misses.stream().filter(missed::contains).toList();
            }
        }
        Verdict verdict = fewest > 0 ? Verdict.CONTRADICTED : best.size() == 1 ? Verdict.SETTLED : Verdict.OPEN;
        return new StyleLearning(verdict, best, missed);
    }

    private static boolean fits(Style style, Direction direction, double resolution, Observation seen) {
        SwitchingPoints points = style.points(direction, seen.setValue(), seen.differential());
        double expected = seen.switched() == Switched.ON ? points.onAt() : points.offAt();
        return Math.abs(seen.at() - expected) <= 1.01 * resolution;
    }
}
