package kilnward.core.alarm;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import kilnward.core.finding.Require;

/** What is wrong, as readings tell it. A closed family. A reading holds until the next. */
public sealed interface Condition permits Condition.High, Condition.Low, Condition.Rate, Condition.Silence {
    /**
     * A value at a time.
     *
     * @param atS   s since any beginning
     * @param value in the unit of its series
     */
    record Reading(double atS, double value) {
        public Reading {
            Require.finite("at", atS);
            Require.finite("value", value);
        }
    }

    /**
     * The condition begins or ends, before any delay.
     *
     * @param atS when (s)
     * @param is  whether it is from then on
     */
    record Change(double atS, boolean is) {
    }

    /**
     * When it begins and ends, in the order of time; the first begins it.
     *
     * @param readings in the order of time
     * @param untilS   nothing after it is looked at
     */
    List<Change> changes(List<Reading> readings, double untilS);

    /**
     * At the limit and above; over when strictly below limit less deadband.
     *
     * @param deadband 0 or more, in the unit of the readings
     */
    record High(double limit, double deadband) implements Condition {
        public High {
            Require.finite("limit", limit);
            Require.within("deadband", deadband, 0, 1e6, "");
        }

        @Override
        public List<Change> changes(List<Reading> readings, double untilS) {
            List<Change> found = new ArrayList<>();
            boolean is = false;
            for (Reading each : upTo(readings, untilS)) {
                boolean then = is ? each.value >= limit - deadband : each.value >= limit;
                is = note(found, is, then, each.atS);
            }
            return found;
        }
    }

    /** At the limit and below; over when strictly above limit and deadband. */
    record Low(double limit, double deadband) implements Condition {
        public Low {
            Require.finite("limit", limit);
            Require.within("deadband", deadband, 0, 1e6, "");
        }

        @Override
        public List<Change> changes(List<Reading> readings, double untilS) {
            return new High(-limit, deadband).changes(readings.stream().map(each -> new Reading(each.atS, -each.value)).toList(), untilS);
        }
    }

    /**
     * A change of so much an hour, either way, over the last quarter of an hour: what is now against what was then. Where nothing is that old it cannot be told, and is
     * not.
     *
     * @param limit    per hour, above 0
     * @param deadband per hour
     */
    record Rate(double limit, double deadband) implements Condition {
        private static final double OVER_S = 900;
        private static final double PER_HOUR = 3600 / OVER_S;

        public Rate {
            Require.positive("limit", limit, "");
            Require.within("deadband", deadband, 0, 1e6, "");
        }

        @Override
        public List<Change> changes(List<Reading> readings, double untilS) {
            List<Change> found = new ArrayList<>();
            boolean is = false;
            TreeSet<Double> moments = new TreeSet<>();
            for (Reading each : upTo(readings, untilS)) {
                moments.add(each.atS);
                if (each.atS + OVER_S <= untilS) {
                    moments.add(each.atS + OVER_S);
                }
            }
            int now = -1;
            int then = -1;
            for (double atS : moments) {
                while (now + 1 < readings.size() && readings.get(now + 1).atS <= atS) {
                    now++;
                }
                while (then + 1 < readings.size() && readings.get(then + 1).atS <= atS - OVER_S) {
                    then++;
                }
                double rate = then < 0 ? 0 : Math.abs(readings.get(now).value - readings.get(then).value) * PER_HOUR;
                boolean fast = then >= 0 && (is ? rate >= limit - deadband : rate >= limit);
                is = note(found, is, fast, atS);
            }
            return found;
        }
    }

    /**
     * Nothing heard.
     *
     * @param limitS for so long since the last reading (s); before the first it cannot be told
     */
    record Silence(double limitS) implements Condition {
        public Silence {
            Require.positive("limit", limitS, "s");
        }

        @Override
        public List<Change> changes(List<Reading> readings, double untilS) {
            List<Change> found = new ArrayList<>();
            List<Reading> seen = upTo(readings, untilS);
            for (int i = 0; i < seen.size(); i++) {
                double nextS = i + 1 < seen.size() ? seen.get(i + 1).atS : Double.POSITIVE_INFINITY;
                double silentS = seen.get(i).atS + limitS;
                if (silentS < nextS && silentS <= untilS) {
                    found.add(new Change(silentS, true));
                    if (nextS <= untilS) {
                        found.add(new Change(nextS, false));
                    }
                }
            }
            return found;
        }
    }

    private static List<Reading> upTo(List<Reading> readings, double untilS) {
        return readings.stream().takeWhile(each -> each.atS <= untilS).toList();
    }

    private static boolean note(List<Change> found, boolean is, boolean then, double atS) {
        if (is != then) {
            found.add(new Change(atS, then));
        }
        return then;
    }
}
