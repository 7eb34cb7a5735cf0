package kilnward.core.alarm;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import kilnward.core.alarm.AlarmState.Happening;
import kilnward.core.finding.Require;

/** What becomes of an alarm: the states it goes through, from readings and from what people do. */
public final class AlarmCourse {
    private static final double LONGEST_DELAY_S = 30 * 86_400;

    private AlarmCourse() {
    }

    /** What somebody does. */
    public enum Deed {
        ACKNOWLEDGE,
        SHELVE,
        UNSHELVE
    }

    /**
     * Something that somebody does.
     *
     * @param atS    when (s)
     * @param untilS for SHELVE: until when; not looked at otherwise
     */
    public record Act(double atS, Deed deed, double untilS) {
        public Act {
            Require.finite("at", atS);
            Require.that(deed != Deed.SHELVE || untilS > atS, "untilAt", untilS, "must be given for SHELVE, and be after at");
        }
    }

    /**
     * How long the condition must have lasted before it counts.
     *
     * @param onS  being so (s)
     * @param offS no longer being so (s)
     */
    public record Delays(double onS, double offS) {
        public Delays {
            Require.within("onDelayS", onS, 0, LONGEST_DELAY_S, "s");
            Require.within("offDelayS", offS, 0, LONGEST_DELAY_S, "s");
        }
    }

    /** From one state to another. */
    public record Transition(double atS, AlarmState from, AlarmState to) {
    }

    /** Something that happens, in its place among what happens at the same moment. */
    private record Moment(double atS, int rank, Happening what, double untilS) {
    }

    /**
     * @param readings in the order of time
     * @param acts     in any order; at one moment the condition comes first
     * @param untilS   nothing after it is looked at
     * @return in the order of time, each at the moment its delay was over
     */
    public static List<Transition> of(Condition condition, Delays delays, List<Condition.Reading> readings, List<Act> acts, double untilS) {
        for (int i = 1; i < readings.size(); i++) {
            Require.that(readings.get(i).atS() > readings.get(i - 1).atS(), "readings[" + i + "].at", readings.get(i).atS(), "must be after the reading before it");
        }
        List<Moment> moments = new ArrayList<>();
        for (Condition.Change each : lasting(condition.changes(readings, untilS), delays, untilS)) {
            moments.add(new Moment(each.atS(), 0, each.is() ? Happening.BEGINS : Happening.ENDS, 0));
        }
        for (Act act : acts) {
            if (act.atS() <= untilS) {
                // What the end of a shelf leads to depends on how it is then.
                moments.add(new Moment(act.atS(), act.deed() == Deed.UNSHELVE ? 1 : 2,
                        act.deed() == Deed.ACKNOWLEDGE ? Happening.ACKNOWLEDGED : act.deed() == Deed.SHELVE ? Happening.SHELVED : Happening.SHELF_OVER_AND_IS, act.untilS()));
            }
        }
        return play(moments, untilS);
    }

    /** The changes that last as long as their delay, at the moment it is over. */
    private static List<Condition.Change> lasting(List<Condition.Change> raw, Delays delays, double untilS) {
        List<Condition.Change> found = new ArrayList<>();
        boolean counts = false;
        for (int i = 0; i < raw.size(); i++) {
            Condition.Change each = raw.get(i);
            if (each.is() == counts) {
                continue;
            }
            double overS = each.atS() + (each.is() ? delays.onS() : delays.offS());
            double nextS = i + 1 < raw.size() ? raw.get(i + 1).atS() : Double.POSITIVE_INFINITY;
            // At the moment the delay is over it must still be so.
            boolean lasts = overS == each.atS() || overS < nextS;
            if (lasts && overS <= untilS) {
                found.add(new Condition.Change(overS, each.is()));
                counts = each.is();
            }
        }
        return found;
    }

    private static List<Transition> play(List<Moment> moments, double untilS) {
        List<Transition> found = new ArrayList<>();
        List<Moment> coming = new ArrayList<>(moments);
        coming.sort(Comparator.comparingDouble(Moment::atS).thenComparingInt(Moment::rank));
        AlarmState state = AlarmState.NORMAL;
        boolean is = false;
        double shelvedUntilS = Double.POSITIVE_INFINITY;
        int next = 0;
        while (next < coming.size() || state == AlarmState.SHELVED && shelvedUntilS <= untilS) {
            Moment moment = next < coming.size() ? coming.get(next) : null;
            boolean shelfFirst = state == AlarmState.SHELVED && shelvedUntilS <= untilS
                    && (moment == null || shelvedUntilS < moment.atS() || shelvedUntilS == moment.atS() && moment.rank() > 0);
            double atS = shelfFirst ? shelvedUntilS : moment.atS();
            Happening what = shelfFirst ? Happening.SHELF_OVER_AND_IS : moment.what();
            if (!shelfFirst) {
                next++;
                is = what == Happening.BEGINS || what != Happening.ENDS && is;
            }
            if (what == Happening.SHELF_OVER_AND_IS && !is) {
                what = Happening.SHELF_OVER_AND_IS_NOT;
            }
            AlarmState before = state;
            if (what == Happening.SHELVED) {
                shelvedUntilS = moment.untilS();
            }
            state = before.after(what).orElse(before);
            if (state != before) {
                found.add(new Transition(atS, before, state));
            }
        }
        return found;
    }
}
