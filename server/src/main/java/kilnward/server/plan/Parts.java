package kilnward.server.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import org.springframework.stereotype.Component;

/** Keeps the identity of what a chamber's document holds. */
@Component
class Parts {
    private final PartRepository parts;

    Parts(PartRepository parts) {
        this.parts = parts;
    }

    private record Named(String path, PartEntity.Kind kind, String name, UUID controllerId) {
    }

    /**
     * Makes the rows say what the plan holds: new parts get one, those that are gone are retired, those that come back stand again.
     *
     * @throws RefusedValueException where an id is, or ever was, that of something else: it would be taken from there, with all that was recorded of it
     */
    void follow(UUID chamberId, ChamberPlan plan, Instant now) {
        Map<UUID, Named> wanted = named(plan);
        Map<UUID, PartEntity> known = new HashMap<>();
        parts.findAllById(wanted.keySet()).forEach(part -> known.put(part.getId(), part));
        wanted.forEach((id, each) -> {
            PartEntity part = known.get(id);
            if (part != null && !part.is(each.kind(), chamberId, each.controllerId())) {
                throw new RefusedValueException(each.path() + ".id", id,
                        "must not be the id of another " + (each.kind() == PartEntity.Kind.OUTPUT ? "controller" : "chamber") + "'s");
            }
        });
        List<PartEntity> fresh = new ArrayList<>();
        wanted.forEach((id, each) -> {
            PartEntity part = known.get(id);
            if (part == null) {
                part = new PartEntity(id, each.kind(), chamberId, each.controllerId(), now);
                fresh.add(part);
            }
            part.removedAt = null;
            if (!Objects.equals(part.name, each.name())) {
                part.name = each.name();
            }
        });
        parts.findByChamberIdAndRemovedAtIsNull(chamberId).stream().filter(part -> !wanted.containsKey(part.getId())).forEach(part -> part.removedAt = now);
        parts.saveAll(fresh);
    }

    /** Retires everything of a chamber. */
    void retire(UUID chamberId, Instant now) {
        parts.findByChamberIdAndRemovedAtIsNull(chamberId).forEach(part -> part.removedAt = now);
    }

    private static Map<UUID, Named> named(ChamberPlan plan) {
        Map<UUID, Named> named = new LinkedHashMap<>();
        for (int i = 0; i < plan.appliances().size(); i++) {
            AppliancePlan each = plan.appliances().get(i);
            named.put(UUID.fromString(each.id()), new Named("appliances[" + i + "]", PartEntity.Kind.APPLIANCE, each.name(), null));
        }
        for (int i = 0; i < plan.probes().size(); i++) {
            ChamberPlan.ProbePlan each = plan.probes().get(i);
            named.put(UUID.fromString(each.id()), new Named("probes[" + i + "]", PartEntity.Kind.PROBE, each.name(), null));
        }
        for (int i = 0; i < plan.controllers().size(); i++) {
            ChamberPlan.ControllerPlan each = plan.controllers().get(i);
            UUID controllerId = UUID.fromString(each.id());
            named.put(controllerId, new Named("controllers[" + i + "]", PartEntity.Kind.CONTROLLER, each.name(), null));
            for (int k = 0; k < each.loops().size(); k++) {
                named.put(UUID.fromString(each.loops().get(k).id()), new Named("controllers[" + i + "].loops[" + k + "]", PartEntity.Kind.OUTPUT, null, controllerId));
            }
        }
        return named;
    }
}
