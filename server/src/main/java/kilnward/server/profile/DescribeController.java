package kilnward.server.profile;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.ProfileKey;
import kilnward.core.device.Settings;
import kilnward.core.device.Translation;
import kilnward.core.probe.DisplayUnit;
import kilnward.server.people.Open;
import kilnward.server.plan.ChamberPlan.KeyPlan;
import kilnward.server.plan.ChamberPlan.ProfilePlan;
import kilnward.server.plan.PlanReader;
import kilnward.server.wire.problem.Within;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** A device described in another unit: levels converted as levels, differences as differences. Stateless and without side effects. */
@Open
@RestController
public class DescribeController {
    /** A device, what is keyed into it, and the unit it is to be described in. */
    public record DescribeRequest(@NotNull @Valid ProfilePlan profile,
            @NotNull @Size(max = 60) Map<@NotNull Parameter, @NotNull @Within(min = -10_000, max = 10_000) Double> values, @NotNull DisplayUnit unit) {
    }

    /** The same device; values that have no meaning in that unit are left out. */
    public record DescribeAnswer(ProfilePlan profile, Map<Parameter, Double> values) {
    }

    @PostMapping("/api/v1/calc/described")
    public DescribeAnswer described(@Valid @RequestBody DescribeRequest request) {
        ProfilePlan plan = request.profile();
        Profile profile = PlanReader.at("profile", () -> PlanReader.profile("device", plan));
        Translation.Redescribed then = Translation.described(profile, new Settings(request.values()), request.unit());
        List<KeyPlan> keys = then.profile().keys().stream().map(key -> key(key, plan)).toList();
        return new DescribeAnswer(new ProfilePlan(plan.law(), request.unit(), then.profile().resolution(), plan.samplingS(), plan.raising(), plan.lowering(), plan.strict(), keys,
                plan.howToSet(), plan.howToSave(), plan.habits(), plan.floorAsOne()), then.settings().values());
    }

    private static KeyPlan key(ProfileKey key, ProfilePlan plan) {
        Integer place = plan.keys().stream().filter(each -> each.parameter() == key.parameter()).findFirst().map(KeyPlan::place).orElse(null);
        return new KeyPlan(key.parameter(), key.label(), key.step(), key.lowest(), key.highest(), key.factory(), key.words(), key.offAt(), key.also(), place);
    }
}
