package kilnward.core.review;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import kilnward.core.other.OtherLogs;
import kilnward.core.other.OtherLogs.Change;
import kilnward.core.other.OtherLogs.Manner;
import kilnward.core.other.OtherLogs.Planned;
import kilnward.core.other.OtherLogs.Truth;
import kilnward.core.quantity.Quantity;
import org.junit.jupiter.api.Test;

/** Three days of boxes of another simulator: sound ones, such that leak from one moment on so that 1.6 times the heat is lost, and such whose heater gives 70 % from then on. */
class OtherBoxesReviewTest {
    private static final boolean SOAK = Boolean.getBoolean("kiln.soak");
    private static final int LOGS = Integer.getInteger("kiln.logs", SOAK ? 100 : 12);
    private static final double SEEN = SOAK ? 0.92 : 0.8;
    private static final double HOURS = 72;

    private static Review review(int seed, double more, double watts) {
        SplittableRandom random = new SplittableRandom(333 + 7919L * seed);
        Planned planned = Planned.any(random);
        double atS = HOURS * 3600 * (0.3 + 0.4 * random.nextDouble());
        Change change = more == 1 && watts == 1 ? new Change(Double.MAX_VALUE, 1, 1) : new Change(atS, more == 1 ? 1 : OtherLogs.leak(planned, more), watts);
        return Review.of(Quantity.TEMPERATURE, OtherLogs.of(planned, Truth.asPlanned(planned), new Manner(false, HOURS, 0, 0.05, 0), change, random).read(), 27.5, 29, 60);
    }

    private static boolean shows(Review review, Sign sign) {
        return review.sights().stream().anyMatch(each -> each.sign() == sign);
    }

    @Test
    void aLeakAndAWeakHeaterAreSeenAndASoundBoxIsNot() {
        AtomicInteger leaks = new AtomicInteger();
        AtomicInteger heaters = new AtomicInteger();
        AtomicInteger falsely = new AtomicInteger();
        AtomicInteger other = new AtomicInteger();
        IntStream.range(0, LOGS).parallel().forEach(seed -> {
            Review leak = review(seed, 1.6, 1);
            Review heater = review(seed, 1, 0.7);
            Review sound = review(seed, 1, 1);
            leaks.addAndGet(shows(leak, Sign.LOSES_MORE) ? 1 : 0);
            heaters.addAndGet(shows(heater, Sign.HEATER_WEAKER) ? 1 : 0);
            other.addAndGet((shows(leak, Sign.HEATER_WEAKER) ? 1 : 0) + (shows(heater, Sign.LOSES_MORE) ? 1 : 0));
            falsely.addAndGet(shows(sound, Sign.LOSES_MORE) || shows(sound, Sign.HEATER_WEAKER) ? 1 : 0);
        });
        String counts = leaks + " leaks, " + heaters + " weak heaters, " + other + " taken for each other, " + falsely + " falsely, of " + LOGS;
        System.out.println("reviews of boxes of another simulator: " + counts);
        assertTrue(leaks.get() >= SEEN * LOGS && heaters.get() >= SEEN * LOGS && falsely.get() <= 0.05 * LOGS, counts);
    }
}
