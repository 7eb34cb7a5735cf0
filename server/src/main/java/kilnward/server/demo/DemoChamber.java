package kilnward.server.demo;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import kilnward.core.device.Parameter;
import kilnward.server.plan.ChamberPlan;

/**
 * A chamber of the demo, one file each under {@code demo/}.
 *
 * @param id       fixed, so that links into the demo keep working after a reset
 * @param author   who planned it
 * @param settings revisions of what is keyed in, the first first
 * @param checks   checks beside the probe, the first first
 */
record DemoChamber(UUID id, String author, ChamberPlan plan, List<Revision> settings, List<Check> checks) {
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
}
