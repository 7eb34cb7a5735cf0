package kilnward.core.calibration;

import java.util.List;
import kilnward.core.finding.Require;

/**
 * One look at the display with the references read at the same time, all in the controller's unit.
 *
 * @param display    value on the display
 * @param references values of the references beside the probe, at least one
 */
public record Comparison(double display, List<Double> references) {
    public Comparison {
        Require.finite("display", display);
        references = List.copyOf(references);
        Require.that(!references.isEmpty(), "references", references, "must hold at least one value");
        for (int i = 0; i < references.size(); i++) {
            Require.finite("references[" + i + "]", references.get(i));
        }
    }
}
