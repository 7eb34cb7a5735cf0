package kilnward.server.alarm;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import kilnward.core.alarm.AlarmState;
import kilnward.core.alarm.Forecast;
import kilnward.core.alarm.RuleKind;
import kilnward.core.alarm.Urgency;
import kilnward.core.fault.FirstAct;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.series.SeriesUnit;
import kilnward.server.wire.OrNull;

/** Alarms as they go over the wire. */
public final class AlarmViews {
    private AlarmViews() {
    }

    /**
     * One occurrence.
     *
     * @param causeId        the first out of those that have one cause; its own id where it is that
     * @param told           whether people are told of it by itself: what follows from another and is no more urgent is not
     * @param unit           of limits and value
     * @param value          when it was raised; null for what tells that nothing is heard
     * @param harmS          how long before harm a rehearsal says it sounds; null where it cannot be told
     * @param times          how often it began again before it was over
     * @param chattering     whether that was often in a short time
     */
    public record AlarmView(String id, String chamberId, String chamber, String ruleId, String seriesId, String series, RuleKind kind, Urgency urgency, Quantity quantity,
            SeriesUnit unit, @OrNull Side side, String causeId, boolean told, AlarmState state, double limit, @OrNull Double secondLimit, @OrNull Double value,
            @OrNull Double harmS,
            Instant raisedAt, @OrNull Instant acknowledgedAt, @OrNull String acknowledgedBy, @OrNull Instant returnedAt, @OrNull Instant closedAt, @OrNull Instant shelvedUntil,
            @OrNull String shelvedBy, @OrNull String shelfReason, int times, boolean chattering, boolean harmed) {
    }

    /** A chamber with so many armed rules. */
    public record Watched(String chamberId, int rules) {
    }

    /** What somebody says with an acknowledgement. */
    public record Note(@OrNull @Size(max = 300) String note) {
    }

    /** Put aside for a while. */
    public record Shelf(@NotBlank @Size(max = 300) String reason, @NotNull Instant until) {
    }

    /**
     * What it may be.
     *
     * @param subject what it befell, by its name; empty for the surroundings
     * @param share   how well it fits beside the others, 0 to 1
     * @param sinceS  how long ago it would have begun
     * @param harmS   how long until harm, if it is that; null where it does none
     */
    public record LikelyView(Fault.Kind fault, String subject, FirstAct act, double share, double awayRms, double sinceS, @OrNull Double harmS) {
    }

    /** A way it can go on; values at the occupant, °C, every {@code everyS} from {@link First#at} on. */
    public record LineView(Forecast.Way way, List<Double> low, List<Double> high, @OrNull Double earliestHarmS, @OrNull Double latestHarmS) {
    }

    /**
     * First things first.
     *
     * @param occupantC what is taken to be at the occupant now; null where no temperature is measured
     * @param paceKh    change over the last quarter of an hour; null where it is not known
     * @param likely    what it may be, the likeliest first; none where what is measured looks like no fault more than like a good day
     * @param asNow     the way that is nearest to the pace; null where none is
     * @param cannot    why something cannot be told; null for nothing
     */
    public record First(Instant at, @OrNull Double occupantC, @OrNull Double paceKh, List<LikelyView> likely, List<LineView> forecast, double everyS, @OrNull Forecast.Way asNow,
            @OrNull String cannot) {
    }

    /** Something that happened, on the timeline. */
    public record Mark(Instant at, Of of, String id, String title, @OrNull String who, @OrNull String note, @OrNull Urgency urgency, @OrNull AlarmState state) {
    }

    /** What a mark is of. */
    public enum Of {
        ALARM,
        SETTINGS,
        KEYED_IN,
        CHECK,
        RULE,
        RULE_DISARMED,
        BATCH,
        TASK,
        PROVING,
        ENTRY,
        CHANGED_OVER
    }

    /**
     * A rule in figures, after ISA-18.2.
     *
     * @param raised    alarms in the span
     * @param chattered alarms that began again often
     * @param unneeded  alarms over within ten minutes by themselves
     * @param deserves  what to look at; null for nothing
     */
    public record RuleFigures(String chamberId, String chamber, String ruleId, RuleKind kind, String series, int raised, int chattered, int unneeded, int harmed,
            @OrNull String deserves) {
    }

    /**
     * The alarm system in figures, after ISA-18.2: rates, standing, stale, chattering.
     *
     * @param perDay        told alarms a day
     * @param standing      open now
     * @param stale         open for longer than a day
     * @param chattering    of those in the span
     * @param medianAckS    from raised to acknowledged; null where none was
     * @param harmedShare   share that harm followed; null where none was raised
     */
    public record Figures(double days, int raised, double perDay, int standing, int stale, int shelved, int chattering, @OrNull Double medianAckS, @OrNull Double harmedShare,
            List<RuleFigures> rules) {
    }
}
