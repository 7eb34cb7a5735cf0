package kilnward.core.alarm;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.finding.Require;

/**
 * An alarm system in figures, after ANSI/ISA-18.2: rates, standing, stale, chattering (its clause on monitoring and assessment; from memory).
 *
 * @param raised      alarms in the span
 * @param perDay      those that were told, a day
 * @param standing    open now
 * @param stale       open for longer than a day
 * @param shelved     open and shelved
 * @param chattering  that began again often
 * @param medianAckS  median from raised to acknowledged (s); empty where none was
 * @param harmedShare share that harm followed, 0 to 1; empty where none was raised
 */
public record AlarmFigures(int raised, double perDay, int standing, int stale, int shelved, int chattering, OptionalDouble medianAckS, OptionalDouble harmedShare) {
    /** An alarm that began so many times within its one occurrence chatters; common practice, no source. */
    public static final int CHATTERS = 4;
    private static final double DAY_S = 86_400;
    /** What is over by itself sooner than this needed nobody (s); common practice, no source. */
    private static final double TOO_SHORT_S = 600;
    private static final double OFTEN_PER_DAY = 2;

    /**
     * One occurrence, in seconds of any one clock.
     *
     * @param told          whether anybody was told of it
     * @param raisedS       when it began (s)
     * @param acknowledgedS when somebody acknowledged it (s); empty while nobody has
     * @param returnedS     when its condition ended (s); empty while it lasts
     * @param open          whether it still stands
     * @param shelved       whether it is shelved
     * @param times         how often it began, at least 1
     * @param harmed        whether harm followed
     */
    public record Occurrence(boolean told, double raisedS, OptionalDouble acknowledgedS, OptionalDouble returnedS, boolean open, boolean shelved, int times, boolean harmed) {
        /** Whether it began again so often that its rule wants a look. */
        public boolean chatters() {
            return times >= CHATTERS;
        }

        private boolean neededNobody() {
            return !harmed && returnedS.isPresent() && returnedS.getAsDouble() - raisedS < TOO_SHORT_S;
        }
    }

    /** What a rule deserves. */
    public enum Deserves {
        /** It chatters: a wider deadband, or a longer delay. */
        WIDER_DEADBAND,
        /** Most were over by themselves: a longer delay. */
        LONGER_DELAY,
        /** It comes often: its cause, or its limit. */
        LOOK_AT_CAUSE
    }

    /**
     * The occurrences of one rule in figures.
     *
     * @param unneeded over by themselves within ten minutes, without harm
     * @param deserves what to look at; empty for nothing
     */
    public record OfRule(int raised, int chattered, int unneeded, int harmed, Optional<Deserves> deserves) {
    }

    /**
     * @param all  occurrences of the span, and all that still stand
     * @param days length of the span, above 0
     * @param nowS now, by the clock of the occurrences (s)
     */
    public static AlarmFigures of(List<Occurrence> all, double days, double nowS) {
        Require.within("days", days, 0.01, 3_650, "days");
        List<Occurrence> open = all.stream().filter(Occurrence::open).toList();
        double[] acks = all.stream().filter(each -> each.acknowledgedS.isPresent()).mapToDouble(each -> each.acknowledgedS.getAsDouble() - each.raisedS).sorted().toArray();
        return new AlarmFigures(all.size(), all.stream().filter(Occurrence::told).count() / days, open.size(), count(open.stream().map(each -> nowS - each.raisedS > DAY_S)),
                count(open.stream().map(Occurrence::shelved)), count(all.stream().map(Occurrence::chatters)),
                acks.length == 0 ? OptionalDouble.empty() : OptionalDouble.of(0.5 * (acks[(acks.length - 1) / 2] + acks[acks.length / 2])),
                all.isEmpty() ? OptionalDouble.empty() : OptionalDouble.of((double) count(all.stream().map(Occurrence::harmed)) / all.size()));
    }

    /**
     * @param of   occurrences of one rule
     * @param days length of the span, above 0
     */
    public static OfRule ofRule(List<Occurrence> of, double days) {
        int chattered = count(of.stream().map(Occurrence::chatters));
        int unneeded = count(of.stream().map(Occurrence::neededNobody));
        Deserves deserves = chattered > 0 ? Deserves.WIDER_DEADBAND
                : unneeded * 2 > of.size() && of.size() > 2 ? Deserves.LONGER_DELAY : of.size() / days > OFTEN_PER_DAY ? Deserves.LOOK_AT_CAUSE : null;
        return new OfRule(of.size(), chattered, unneeded, count(of.stream().map(Occurrence::harmed)), Optional.ofNullable(deserves));
    }

    private static int count(java.util.stream.Stream<Boolean> of) {
        return (int) of.filter(each -> each).count();
    }
}
