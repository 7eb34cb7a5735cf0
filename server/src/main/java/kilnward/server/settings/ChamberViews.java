package kilnward.server.settings;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import kilnward.core.device.Parameter;
import kilnward.core.device.StyleLearning;
import kilnward.server.begin.FirstKeysController;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.ManyLines;
import kilnward.server.wire.problem.Within;

/** What goes over the wire about chambers and their settings. */
public final class ChamberViews {
    private ChamberViews() {
    }

    /**
     * A chamber with the settings in force.
     *
     * @param version  to be sent back with a change, so that nobody's change is overwritten unseen
     * @param settings the revision in force of each controller that has one
     * @param keyings  the last time each controller was keyed in, where it was
     * @param begun    a value for each key of each controller: the one in force, or what such a key begins with
     */
    public record ChamberView(String id, long version, Instant changedAt, String changedBy, ChamberPlan plan,
            List<SettingsView> settings, List<KeyingView> keyings, List<FirstKeysController.Begun> begun) {
        /** Another with every change of the plan or of the settings in force. */
        public String mark() {
            return version + settings.stream().map(each -> "/" + each.number()).collect(Collectors.joining());
        }
    }

    /** A numbered revision of everything keyed into one controller; {@code checkId} names the check its offset rests on. */
    public record SettingsView(String controllerId, int number, String author, String reason, Instant savedAt,
            Map<Parameter, Double> values, @OrNull String checkId) {
    }

    /**
     * A revision keyed into the device, with what the device showed when it was read back.
     *
     * @param number  of the revision that was to be keyed in
     * @param differs keys that showed another value than that revision's
     * @param tried   where it was seen to switch afterwards
     */
    public record KeyingView(String controllerId, int number, String author, Instant keyedAt, Map<Parameter, Double> shown,
            List<Parameter> differs, List<Tried> tried) {
    }

    /**
     * An output seen to switch.
     *
     * @param wanted what the display should have shown then
     * @param at     what it did show
     */
    public record Tried(@NotNull @Pattern(regexp = ChamberPlan.UUID) String loopId, @NotNull StyleLearning.Switched switched,
            @NotNull @Within(min = -10_000, max = 10_000) Double wanted, @NotNull @Within(min = -10_000, max = 10_000) Double at) {
    }

    /** What the device showed, key by key, in its own unit. */
    public record NewKeying(@NotNull Integer number, @NotEmpty Map<@NotNull Parameter, @NotNull @Within(min = -10_000, max = 10_000) Double> shown,
            @NotNull @Size(max = 20) List<@Valid @NotNull Tried> tried) {
    }

    /** A change of a chamber. */
    public record ChamberChange(@NotNull Long version, @NotNull @Valid ChamberPlan plan) {
    }

    /**
     * A new revision of settings.
     *
     * @param basedOn number of the revision it was made from; 0 for the first
     * @param sure    whether what is outside of what a lead fixed is meant so; null for not asked yet
     */
    public record NewSettings(@NotNull @Within(min = 0, max = 1_000_000) Integer basedOn,
            @NotBlank @Size(max = 500) @ManyLines String reason,
            @NotNull @Size(min = 1, max = 40) Map<@NotNull Parameter, @NotNull @Within(min = -10_000, max = 10_000) Double> values, @OrNull Boolean sure) {
        public NewSettings(Integer basedOn, String reason, Map<Parameter, Double> values) {
            this(basedOn, reason, values, null);
        }
    }
}
