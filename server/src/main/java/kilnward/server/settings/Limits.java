package kilnward.server.settings;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import kilnward.core.device.Parameter;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.people.Role;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.plan.PlanReader;
import kilnward.server.plan.Plans;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.DoubtException;
import kilnward.server.wire.problem.FieldProblem;
import kilnward.server.wire.problem.RefusedFieldsException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a lead fixed: within which a keeper sets a key freely, is asked outside, and refused further out. What has no limits is free. */
@Service
@Transactional
public class Limits {
    private final LimitRepository limits;
    private final Plans plans;
    private final Clock clock;

    Limits(LimitRepository limits, Plans plans, Clock clock) {
        this.limits = limits;
        this.plans = plans;
        this.clock = clock;
    }

    /**
     * Limits of one key, in its own unit; null for none on that side.
     *
     * @param askedLow   below it a keeper is asked whether it is meant so
     * @param refusedLow below it a keeper is refused
     */
    public record KeyLimit(@NotNull Parameter parameter, @OrNull Double askedLow, @OrNull Double askedHigh, @OrNull Double refusedLow, @OrNull Double refusedHigh) {
    }

    /** Limits as a lead fixed them. */
    public record LimitView(KeyLimit limit, String setBy, Instant setAt) {
    }

    /** All limits of a controller; what is not in it has none afterwards. */
    public record LimitsRequest(@NotNull @Size(max = 40) List<@Valid @NotNull KeyLimit> limits) {
    }

    /** Those of a controller, in the order of its keys. */
    @Transactional(readOnly = true)
    public List<LimitView> of(UUID chamberId, UUID controllerId) {
        List<Parameter> order = keys(plans.one(chamberId).controller(controllerId));
        return limits.findByControllerId(controllerId).stream().sorted(java.util.Comparator.comparingInt(each -> order.indexOf(each.parameter)))
                .map(each -> new LimitView(new KeyLimit(each.parameter, each.askedLow, each.askedHigh, each.refusedLow, each.refusedHigh), each.setBy, each.setAt)).toList();
    }

    private static List<Parameter> keys(ControllerPlan controller) {
        return PlanReader.profile(controller).keys().stream().map(each -> each.parameter()).toList();
    }

    /** Fixes them. */
    public List<LimitView> fix(UUID chamberId, UUID controllerId, LimitsRequest asked, String author) {
        List<Parameter> keys = keys(plans.hold(chamberId).controller(controllerId));
        Set<Parameter> seen = new HashSet<>();
        for (int i = 0; i < asked.limits().size(); i++) {
            KeyLimit each = asked.limits().get(i);
            String at = "limits[" + i + "].";
            if (!keys.contains(each.parameter()) || !seen.add(each.parameter())) {
                throw new RefusedValueException(at + "parameter", each.parameter(), "must be a key of this controller, once");
            }
            ordered(at + "refusedHigh", each.refusedLow(), each.refusedHigh());
            ordered(at + "askedHigh", each.askedLow(), each.askedHigh());
            ordered(at + "askedLow", each.refusedLow(), each.askedLow());
            ordered(at + "refusedHigh", each.askedHigh(), each.refusedHigh());
        }
        List<LimitEntity> known = limits.findByControllerId(controllerId);
        known.stream().filter(each -> !seen.contains(each.parameter)).forEach(limits::delete);
        for (KeyLimit each : asked.limits()) {
            LimitEntity entity = known.stream().filter(other -> other.parameter == each.parameter()).findFirst()
                    .orElseGet(() -> new LimitEntity(chamberId, controllerId, each.parameter()));
            entity.askedLow = each.askedLow();
            entity.askedHigh = each.askedHigh();
            entity.refusedLow = each.refusedLow();
            entity.refusedHigh = each.refusedHigh();
            entity.setBy = author;
            entity.setAt = Moments.now(clock);
            limits.save(entity);
        }
        limits.flush();
        return of(chamberId, controllerId);
    }

    private static void ordered(String field, Double low, Double high) {
        if (low != null && (!Double.isFinite(low) || Math.abs(low) > 10_000) || high != null && (!Double.isFinite(high) || Math.abs(high) > 10_000)) {
            throw new RefusedValueException(field, high, "must be a number that a key can have");
        }
        if (low != null && high != null && low > high) {
            throw new RefusedValueException(field, high, "must be in the order refused low, asked low, asked high, refused high");
        }
    }

    /**
     * Holds somebody to the limits of what they change.
     *
     * @param sure whether they have said that it is meant so
     * @throws RefusedFieldsException where it may not be
     * @throws DoubtException         where they have to be asked
     */
    @Transactional(readOnly = true)
    public void hold(ControllerPlan controller, Map<Parameter, Double> before, Map<Parameter, Double> after, Role level, boolean sure) {
        if (level.compareTo(Role.LEAD) >= 0) {
            return;
        }
        List<FieldProblem> refused = new ArrayList<>();
        List<String> asked = new ArrayList<>();
        for (LimitEntity each : limits.findByControllerId(UUID.fromString(controller.id()))) {
            Double value = after.get(each.parameter);
            if (value == null || Objects.equals(value, before.get(each.parameter))) {
                continue;
            }
            String label = PlanReader.profile(controller).keys().stream().filter(key -> key.parameter() == each.parameter).map(key -> key.label()).findFirst()
                    .orElse(each.parameter.name());
            if (outside(value, each.refusedLow, each.refusedHigh)) {
                refused.add(new FieldProblem("values." + each.parameter, value,
                        "must be " + range(each.refusedLow, each.refusedHigh) + " for a keeper: " + each.setBy + " fixed that; ask a lead"));
            } else if (outside(value, each.askedLow, each.askedHigh)) {
                asked.add(label + " " + number(value) + " is not " + range(each.askedLow, each.askedHigh) + ", as " + each.setBy + " would have it.");
            }
        }
        if (!refused.isEmpty()) {
            throw new RefusedFieldsException(refused);
        }
        if (!asked.isEmpty() && !sure) {
            throw new DoubtException(String.join(" ", asked) + " Is it meant so?", asked);
        }
    }

    private static boolean outside(double value, Double low, Double high) {
        return low != null && value < low || high != null && value > high;
    }

    private static String range(Double low, Double high) {
        return low == null ? "at most " + number(high) : high == null ? "at least " + number(low) : "from " + number(low) + " to " + number(high);
    }

    private static String number(double value) {
        return value == Math.rint(value) ? Long.toString(Math.round(value)) : Double.toString(value);
    }
}
