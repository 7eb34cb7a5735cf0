package kilnward.server.wire;

import static kilnward.server.wire.Absent.orNull;

import java.util.List;
import kilnward.core.load.Current;
import kilnward.core.load.LoadCheck;

/** Outlets and what feeds them, checked. */
public record LoadsAnswer(List<OutletAnswer> outlets, List<SupplyAnswer> supplies, double totalW, List<FindingAnswer> findings) {
    /** One outlet; null where no rating is known or it does not switch. */
    public record OutletAnswer(String name, double powerW, double currentA, double inrushA, @OrNull Double ratingPct,
            @OrNull Double contactLifeDays, @OrNull String loopId) {
    }

    /** A supply with all that runs on it. */
    public record SupplyAnswer(String name, Current current, double voltageV, double ratedA, double powerW, double currentA,
            double sharePct) {
    }

    /** Lays a check out for the wire. */
    public static LoadsAnswer of(LoadCheck check) {
        return new LoadsAnswer(check.outlets().stream().map(outlet -> new OutletAnswer(outlet.name(), outlet.powerW(),
                outlet.currentA(), outlet.inrushA(), orNull(outlet.ratingPct()), orNull(outlet.contactLifeDays()), outlet.loopId().orElse(null))).toList(),
                check.supplies().stream().map(fed -> new SupplyAnswer(fed.supply().name(), fed.supply().current(),
                        fed.supply().voltageV(), fed.supply().ratedA(), fed.powerW(), fed.currentA(), fed.sharePct())).toList(),
                check.totalW(), check.findings().stream().map(FindingAnswer::of).toList());
    }
}
