package kilnward.core.alarm;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import kilnward.core.alarm.AlarmState.Happening;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/** What becomes of an alarm: the states it goes through, from readings and from what people do. */
public final class AlarmCourse {
    /** What is sent may bear a moment so far in the future (s): five minutes by which a device's clock is ahead, and one for the way. */
    public static final double MOST_AHEAD_S = 360;
    /** Longest delay before an alarm, and before it is over (s). */
    public static final double LONGEST_DELAY_S = 30 * 86_400;

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
    public record Delays(@Bounded(min = 0, max = LONGEST_DELAY_S, unit = "s") double onS, @Bounded(min = 0, max = LONGEST_DELAY_S, unit = "s") double offS) {
        public Delays {
            Require.within(Delays.class, "onS", onS, "onDelayS");
            Require.within(Delays.class, "offS", offS, "offDelayS");
        }
    }

    /** From one state to another. */
    public record Transition(double atS, AlarmState from, AlarmState to) {
        /** Whether somebody's act leads from the one to the other, or the end of a shelf, rather than the condition. */
        public boolean isOfAct() {
            return to == AlarmState.ACKNOWLEDGED || to == AlarmState.SHELVED || from == AlarmState.SHELVED || from == AlarmState.RETURNED && to == AlarmState.NORMAL;
        }
    }

    /**
     * How a rule stands at a moment; all that has to be known of what was before.
     *
     * @param seenToS       the moment (s)
     * @param is            whether the condition is, before any delay
     * @param sinceS        since when it is as it is (s); while a delay runs, time in which nothing was known is taken out, so that the delay does not run on it
     * @param counts        whether it is, its delays taken into account
     * @param shelvedUntilS while SHELVED: until when (s)
     */
    public record Standing(double seenToS, boolean is, double sinceS, boolean counts, AlarmState state, double shelvedUntilS) {
        /** Before anything was heard. */
        public static final Standing NOTHING = new Standing(Double.NEGATIVE_INFINITY, false, Double.NEGATIVE_INFINITY, false, AlarmState.NORMAL, Double.POSITIVE_INFINITY);

        /**
         * The same, where the clock was set back: what is in the future now never was. What was left of a shelf is left of it still.
         *
         * @param nowS by the clock as it is now (s), before {@link #seenToS}
         */
        public Standing setBack(double nowS) {
            return new Standing(nowS, is, Math.min(sinceS, nowS), counts, state, nowS + shelvedUntilS - seenToS);
        }

        /** Whether it stands in what is the future now: the clock was set back by more than any device may be ahead, and is the one that is right. */
        public boolean isAhead(double nowS) {
            return seenToS > nowS + MOST_AHEAD_S;
        }

        /** The same for one that has listened only since a moment (s): nobody is blamed for what could not be heard while nobody listened. */
        public Standing listeningSince(double listensSinceS) {
            return seenToS >= listensSinceS ? this : new Standing(listensSinceS, is, sinceS, counts, state, shelvedUntilS);
        }

        /** One that begins to look at a moment. */
        public static Standing from(double atS) {
            return new Standing(atS, false, atS, false, AlarmState.NORMAL, Double.POSITIVE_INFINITY);
        }
    }

    /**
     * A stretch of a course.
     *
     * @param transitions in the order of time, each at the moment its delay was over
     * @param counted     when the condition, its delays taken into account, began and ended
     * @param nextS       when something can happen though nothing more is heard (s); infinite for never
     */
    public record Stretch(Standing standing, List<Transition> transitions, List<Condition.Change> counted, double nextS) {
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
    public static List<Transition> of(Condition condition, Delays delays, List<Reading> readings, List<Act> acts, double untilS) {
        for (int i = 1; i < readings.size(); i++) {
            Require.that(readings.get(i).atS() > readings.get(i - 1).atS(), "readings[" + i + "].at", readings.get(i).atS(), "must be after the reading before it");
        }
        return go(condition, delays, Standing.NOTHING, Heard.of(readings), acts, untilS).transitions;
    }

    /**
     * Goes on from where a rule stood. In whatever stretches one goes, it comes out as in one.
     *
     * @param from   where it stood
     * @param heard  what was heard since, and before that for as long as the condition looks back
     * @param acts   since, in any order
     * @param untilS where to (s)
     */
    public static Stretch go(Condition condition, Delays delays, Standing from, Heard heard, List<Act> acts, double untilS) {
        List<Condition.Change> counted = new ArrayList<>();
        boolean is = from.is;
        double sinceS = from.sinceS;
        boolean counts = from.counts;
        List<Heard.Gap> gaps = condition.isOfHearing() ? List.of() : heard.gaps(from.seenToS, untilS);
        List<Condition.Change> raw = new ArrayList<>(condition.changes(heard, from.is, from.seenToS, untilS));
        for (int i = 0; i <= raw.size(); i++) {
            double nextS = i < raw.size() ? raw.get(i).atS() : Double.POSITIVE_INFINITY;
            double overS = known(sinceS, is ? delays.onS() : delays.offS(), gaps);
            // At the moment the delay is over it must still be so.
            if (is != counts && (overS == sinceS || overS < nextS) && overS <= untilS) {
                counted.add(new Condition.Change(Math.max(overS, from.seenToS), is));
                counts = is;
            }
            if (i < raw.size()) {
                is = raw.get(i).is();
                sinceS = nextS;
            }
        }
        List<Moment> moments = new ArrayList<>();
        counted.forEach(each -> moments.add(new Moment(each.atS(), 0, each.is() ? Happening.BEGINS : Happening.ENDS, 0)));
        for (Act act : acts) {
            if (act.atS() <= untilS) {
                // What the end of a shelf leads to depends on how it is then.
                moments.add(new Moment(act.atS(), act.deed() == Deed.UNSHELVE ? 1 : 2,
                        act.deed() == Deed.ACKNOWLEDGE ? Happening.ACKNOWLEDGED : act.deed() == Deed.SHELVE ? Happening.SHELVED : Happening.SHELF_OVER_AND_IS, act.untilS()));
            }
        }
        Played played = play(moments, from, untilS);
        boolean pending = is != counts;
        boolean inGap = !gaps.isEmpty() && gaps.get(gaps.size() - 1).toS() == untilS;
        for (Heard.Gap gap : gaps) {
            sinceS += pending ? Math.max(0, gap.toS() - Math.max(gap.fromS(), sinceS)) : 0;
        }
        double dueS = !pending || inGap ? Double.POSITIVE_INFINITY : sinceS + (is ? delays.onS() : delays.offS());
        double shelfS = played.state == AlarmState.SHELVED ? played.shelvedUntilS : Double.POSITIVE_INFINITY;
        double conditionS = Arrays.stream(condition.moments(heard, untilS, Double.MAX_VALUE)).findFirst().orElse(Double.POSITIVE_INFINITY);
        return new Stretch(new Standing(untilS, is, sinceS, counts, played.state, played.shelvedUntilS), played.transitions, counted,
                Math.min(conditionS, Math.min(dueS, shelfS)));
    }

    /** The moment at which so much time (s) was known since another. */
    private static double known(double sinceS, double delayS, List<Heard.Gap> gaps) {
        double atS = sinceS + delayS;
        for (Heard.Gap gap : gaps) {
            if (gap.toS() > sinceS && gap.fromS() < atS) {
                atS += gap.toS() - Math.max(gap.fromS(), sinceS);
            }
        }
        return atS;
    }

    private record Played(List<Transition> transitions, AlarmState state, double shelvedUntilS) {
    }

    private static Played play(List<Moment> moments, Standing from, double untilS) {
        List<Transition> found = new ArrayList<>();
        List<Moment> coming = new ArrayList<>(moments);
        coming.sort(Comparator.comparingDouble(Moment::atS).thenComparingInt(Moment::rank));
        AlarmState state = from.state;
        // What counts at the beginning: what counted where it stood.
        boolean is = from.counts;
        double shelvedUntilS = from.shelvedUntilS;
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
        return new Played(found, state, shelvedUntilS);
    }
}
