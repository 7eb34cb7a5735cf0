package kilnward.core.review;

import java.util.ArrayList;
import java.util.List;
import kilnward.core.review.Figures.Span;
import kilnward.core.series.Samples;

/**
 * When an appliance worked, from what it drew: on above the middle between its least and its most. A reading holds until the next.
 *
 * @param knownS how long anything is known of it (s)
 * @param onS    how long it was on (s)
 * @param times  how often it came on
 * @param on     when it was on, the earliest first
 */
public record Working(double knownS, double onS, int times, List<Span> on) {
    /** What differs by less than this (W) is a meter's own flicker. */
    private static final double LEAST_W = 1;
    private static final double END = 0.02;

    public Working {
        on = List.copyOf(on);
    }

    /** Above this it is on (W); infinite where it never changes. */
    public static double threshold(Samples watts) {
        double low = watts.quantile(END);
        double high = watts.quantile(1 - END);
        return high - low < LEAST_W ? Double.POSITIVE_INFINITY : 0.5 * (low + high);
    }

    /**
     * Of a log of watts.
     *
     * @param gapS two readings farther apart say nothing of the time between (s)
     */
    public static Working of(Samples watts, double gapS) {
        double known = 0;
        double onS = 0;
        int times = 0;
        List<Span> spans = new ArrayList<>();
        double middle = watts.count() == 0 ? Double.POSITIVE_INFINITY : threshold(watts);
        double[] at = watts.atS();
        double began = Double.NaN;
        for (int i = 0; i < at.length; i++) {
            boolean on = watts.value()[i] > middle;
            boolean holds = i + 1 < at.length && at[i + 1] - at[i] <= gapS;
            known += holds ? at[i + 1] - at[i] : 0;
            onS += holds && on ? at[i + 1] - at[i] : 0;
            if (on && Double.isNaN(began)) {
                began = at[i];
                times += i > 0 && at[i] - at[i - 1] <= gapS ? 1 : 0;
            }
            if (!Double.isNaN(began) && (!on || !holds)) {
                spans.add(new Span(began, at[i]));
                began = Double.NaN;
            }
        }
        return new Working(known, onS, times, spans);
    }

    /** Of the time in which either was on, the share in which both were, 0 to 1; 0 where neither ever was. */
    public double together(Working other) {
        double both = 0;
        int next = 0;
        for (Span mine : on) {
            while (next < other.on.size() && other.on.get(next).toS() <= mine.fromS()) {
                next++;
            }
            for (int i = next; i < other.on.size() && other.on.get(i).fromS() < mine.toS(); i++) {
                both += Math.min(mine.toS(), other.on.get(i).toS()) - Math.max(mine.fromS(), other.on.get(i).fromS());
            }
        }
        double either = on.stream().mapToDouble(Span::lengthS).sum() + other.on.stream().mapToDouble(Span::lengthS).sum() - both;
        return either > 0 ? both / either : 0;
    }
}
