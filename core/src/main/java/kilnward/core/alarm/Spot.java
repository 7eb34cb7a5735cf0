package kilnward.core.alarm;

import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.LiveRun;

/**
 * Where a series measures.
 *
 * @param probeId      probe of the plan; empty for none
 * @param controllerId controller whose display it reads; empty for an instrument of its own
 */
public record Spot(Quantity measured, Optional<String> probeId, Optional<String> controllerId) {
    public Spot {
        Objects.requireNonNull(measured, "measured");
        Objects.requireNonNull(probeId, "probeId");
        Objects.requireNonNull(controllerId, "controllerId");
    }

    /** Whether the simulator knows what is measured there. */
    public boolean isSimulated() {
        return measured.isHeld() || measured == Quantity.POWER;
    }

    /**
     * What a sound instrument there says (in the model's unit, or W).
     *
     * @param before the chamber a while before, for the mean power since
     * @return empty where it says nothing
     */
    OptionalDouble says(LiveRun.Seen before, LiveRun.Seen now) {
        if (controllerId.isPresent()) {
            return now.displays().stream().filter(each -> each.controllerId().equals(controllerId.get()) && each.value().isPresent())
                    .mapToDouble(each -> each.unit().toModel(each.value().getAsDouble())).findFirst();
        }
        Optional<LiveRun.Felt> felt = now.probes().stream().filter(each -> probeId.isEmpty() || each.probeId().equals(probeId.get())).findFirst();
        return switch (measured) {
            case TEMPERATURE -> felt.stream().mapToDouble(LiveRun.Felt::temperatureC).findFirst();
            case RELATIVE_HUMIDITY, CARBON_DIOXIDE -> felt.isPresent() ? felt.get().value(measured) : OptionalDouble.empty();
            case POWER -> OptionalDouble.of(now.mains() ? now.heldW() + Math.max(0, now.liveJ() - before.liveJ()) / (now.timeS() - before.timeS()) : 0);
            default -> OptionalDouble.empty();
        };
    }
}
