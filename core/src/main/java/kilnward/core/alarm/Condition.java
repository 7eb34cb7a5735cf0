package kilnward.core.alarm;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.DoubleStream;

/**
 * What is wrong, as readings tell it, before any delay. A closed family, one record a member. A reading holds until the next.
 *
 * <p>A member says at a moment whether it is so, and at which moments that can change; the rest is common to all. So whatever is rehearsed, replayed or watched in steps
 * comes out alike.
 */
public sealed interface Condition permits High, Low, Rate, Silence, Broken, OutOfBand, HarmNear, Outlier, NoEffect, Stuck {
    /**
     * The condition begins or ends.
     *
     * @param atS when (s)
     * @param is  whether it is from then on
     */
    record Change(double atS, boolean is) {
    }

    /**
     * Whether it is so.
     *
     * @param atS readings after it are not looked at
     * @param was whether it was so just before: within the deadband it stays as it was
     */
    boolean is(Heard heard, double atS, boolean was);

    /** Whether it is so, asked from moment to moment. */
    @FunctionalInterface
    interface Telling {
        /** The same as {@link Condition#is}, of moments in the order of time. */
        boolean is(double atS, boolean was);
    }

    /** Asked from moment to moment; what has to follow all readings overrides it, so as not to begin anew at each. */
    default Telling telling(Heard heard) {
        return (atS, was) -> is(heard, atS, was);
    }

    /** Whether it tells that nothing is heard: only that can be told while nothing is. */
    default boolean isOfHearing() {
        return false;
    }

    /**
     * Whether it can be told at a moment. Where it cannot, it neither begins nor ends.
     *
     * @param atS readings after it are not looked at
     */
    default boolean isKnown(Heard heard, double atS) {
        return isOfHearing() || heard.isKnown(heard.own(), atS);
    }

    /** Longest time after a reading at which that reading alone can still make a change (s); each of these is a moment to look at. */
    default double[] echoesS() {
        return new double[0];
    }

    /** How far before a moment readings matter for it (s); besides the one that holds. */
    double lookBackS();

    /** Moments after one time up to another at which a change can come with or without a reading, in order, each once. */
    default double[] moments(Heard heard, double afterS, double untilS) {
        DoubleStream.Builder found = DoubleStream.builder();
        add(found, heard.own(), afterS, untilS);
        heard.others().forEach(each -> add(found, each, afterS, untilS));
        return found.build().sorted().distinct().toArray();
    }

    private void add(DoubleStream.Builder found, List<Reading> readings, double afterS, double untilS) {
        add(found, readings, 0, afterS, untilS);
        for (double echoS : echoesS()) {
            add(found, readings, echoS, afterS, untilS);
        }
    }

    private static void add(DoubleStream.Builder found, List<Reading> readings, double laterS, double afterS, double untilS) {
        for (int i = Math.max(0, Heard.index(readings, afterS - laterS)); i < readings.size(); i++) {
            double atS = readings.get(i).atS() + laterS;
            if (atS > untilS) {
                break;
            }
            if (atS > afterS) {
                found.add(atS);
            }
        }
    }

    /**
     * When it begins and ends, in the order of time.
     *
     * @param was    whether it was so at the beginning
     * @param afterS after this
     * @param untilS up to and with this; readings that came too late for their own moment count from here
     */
    default List<Change> changes(Heard heard, boolean was, double afterS, double untilS) {
        List<Change> found = new ArrayList<>();
        boolean is = was;
        Telling telling = telling(heard);
        for (double atS : moments(heard, afterS, untilS)) {
            is = note(found, heard, telling, atS, is);
        }
        if (Double.isFinite(afterS)) {
            note(found, heard, telling, untilS, is);
        }
        return found;
    }

    private boolean note(List<Change> found, Heard heard, Telling telling, double atS, boolean was) {
        boolean is = isKnown(heard, atS) ? telling.is(atS, was) : was;
        if (is != was) {
            found.add(new Change(atS, is));
        }
        return is;
    }
}
