package kilnward.core.plan;

import java.time.LocalDateTime;
import java.util.Comparator;
import java.util.Objects;

/**
 * One item of a schedule.
 *
 * @param code    what
 * @param stageId stage into which it falls; null for what belongs to the chamber
 * @param times   the how manieth of its kind, the first being 1: with the code and the stage a name that stays when days move
 * @param at      when, by the clock of the place
 */
public record Task(Code code, String stageId, int times, LocalDateTime at) {
    /** In the order of a day. */
    public static final Comparator<Task> BY_TIME = Comparator.comparing(Task::at).thenComparing(Task::code).thenComparing(Task::times);

    /** What is to be done or to be expected. */
    public enum Code {
        STAGE_BEGINS(true),
        TURNING_STOPS(true),
        LID_STAYS_SHUT(true),
        FIRST_EXPECTED(false),
        LAST_EXPECTED(false),
        ENDS(false),
        WEIGH(false),
        CANDLE(false),
        MIST(false),
        TOP_UP(true),
        CHECK_TRAYS(false),
        WATER_CHANGE(false),
        AIR(false),
        CALIBRATE(false),
        SPARE_PARTS(false),
        TEST_ALARMS(false),
        TEST_BACKUP(false),
        SHUT_DOWN(false),
        OWN(false);

        private final boolean cannotWait;

        Code(boolean cannotWait) {
            this.cannotWait = cannotWait;
        }

        /** Whether living things suffer when it is done a day late. */
        public boolean cannotWait() {
            return cannotWait;
        }

        /** Whether it is something to be done, and not only something to be expected. */
        public boolean isDone() {
            return this != FIRST_EXPECTED && this != LAST_EXPECTED;
        }
    }

    public Task {
        Objects.requireNonNull(code, "code");
        Objects.requireNonNull(at, "at");
    }

    /** A name of its own within a batch or a chamber, which stays when it moves. */
    public String key() {
        return code + (stageId == null || code != Code.STAGE_BEGINS ? "" : "/" + stageId) + "/" + times;
    }
}
