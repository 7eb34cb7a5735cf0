package kilnward.core.calibration;

import java.util.Map;
import java.util.TreeMap;
import kilnward.core.finding.Require;

/**
 * One look during a check, all in the controller's unit.
 *
 * @param timeS   when (s), counted from any moment
 * @param display what the controller showed
 * @param read    what each reference read, by its name, uncorrected; at least one
 */
public record CheckRow(double timeS, double display, Map<String, Double> read) {
    public CheckRow {
        Require.finite("timeS", timeS);
        Require.finite("display", display);
        read = Map.copyOf(new TreeMap<>(read));
        Require.that(!read.isEmpty(), "read", read, "must hold at least one reference");
        read.forEach((name, value) -> Require.finite("read." + name, value));
    }
}
