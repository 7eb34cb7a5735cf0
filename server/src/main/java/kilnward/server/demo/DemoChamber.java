package kilnward.server.demo;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import kilnward.core.device.Parameter;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.series.SeriesViews.SeriesRequest;

/**
 * A chamber of the demo, one file each under {@code demo/}.
 *
 * @param id       fixed, so that links into the demo keep working after a reset
 * @param author   who planned it
 * @param settings revisions of what is keyed in, the first first
 * @param checks   checks beside the probe, the first first
 * @param runs     what was measured; null where nothing is
 */
record DemoChamber(UUID id, String author, ChamberPlan plan, List<Revision> settings, List<Check> checks, Runs runs) {
    /** A revision of what is keyed into a controller. */
    record Revision(UUID controllerId, String author, String reason, Map<Parameter, Double> values) {
    }

    /**
     * A check on a day of the past, in °C: an hour of rows, the offset that follows keyed in, and an hour of proof.
     *
     * @param number       of the check among all of the demo; its id and those of its rows follow from it
     * @param display      what the controller showed
     * @param shownTooMuch what it showed too much
     * @param offset       offset in force then
     * @param follows      offset that follows
     */
    record Check(int number, UUID controllerId, int daysAgo, String author, double display, double shownTooMuch, double offset, double follows) {
    }

    /**
     * What measures in a chamber, and what it has measured by now.
     *
     * @param days   how far back it goes
     * @param befell faults that came and passed
     * @param silent when nothing was sent
     */
    record Runs(int days, List<DemoDevice> devices, List<DemoSeries> series, List<Befell> befell, List<Silent> silent) {
    }

    /** A device. */
    record DemoDevice(UUID id, String name) {
    }

    /** A series. */
    record DemoSeries(UUID id, SeriesRequest asked) {
    }

    /** A fault by its name among those of the chamber, for a while. */
    record Befell(String fault, double hoursAgo, double hours) {
    }

    /** A while in which nothing was sent. */
    record Silent(double hoursAgo, double hours) {
    }
}
