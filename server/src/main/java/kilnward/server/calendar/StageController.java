package kilnward.server.calendar;

import jakarta.validation.Valid;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import kilnward.server.calendar.ChangingOver.ChangeOver;
import kilnward.server.calendar.ChangingOver.Changed;
import kilnward.server.calendar.ChangingOver.Renewed;
import kilnward.server.calendar.ChangingOver.RetiredView;
import kilnward.server.calendar.StageKeys.StageKeysView;
import kilnward.server.calendar.StageKeys.TakeOver;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.settings.ChamberViews.SettingsView;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is keyed in when a stage begins, when a box changes its use, and when a device is another. */
@RestController
@RequestMapping("/api/v1")
public class StageController {
    private final StageKeys keys;
    private final ChangingOver changing;

    StageController(StageKeys keys, ChangingOver changing) {
        this.keys = keys;
        this.changing = changing;
    }

    /** What to press when a stage begins, tried by rehearsal; nothing is kept. */
    @Needs(Role.VISITOR)
    @GetMapping("/batches/{id}/stages/{stageId}/keys")
    public StageKeysView keys(@PathVariable UUID id, @PathVariable String stageId) {
        return keys.of(id, stageId);
    }

    /** Takes it over: the plan is of that stage then, and the settings are saved to be keyed in. */
    @Needs(Role.LEAD)
    @PostMapping("/batches/{id}/stages/{stageId}/take-over")
    public ChamberView takeOver(@PathVariable UUID id, @PathVariable String stageId, @Valid @RequestBody TakeOver taken, Principal who) {
        return keys.takeOver(id, stageId, taken, who.getName());
    }

    @Needs(Role.LEAD)
    @PostMapping("/chambers/{chamberId}/change-over")
    public Changed change(@PathVariable UUID chamberId, @Valid @RequestBody ChangeOver change, Principal who) {
        return changing.change(chamberId, change, who.getName());
    }

    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/settings/retired")
    public List<RetiredView> retired(@PathVariable UUID chamberId) {
        return changing.retired(chamberId);
    }

    /** A controller is another one, or was reset: its whole card is to be keyed in again. */
    @Needs(Role.LEAD)
    @PostMapping("/chambers/{chamberId}/controllers/{controllerId}/renewed")
    public SettingsView renewed(@PathVariable UUID chamberId, @PathVariable UUID controllerId, @Valid @RequestBody Renewed renewed, Principal who) {
        return changing.renewed(chamberId, controllerId, renewed, who.getName());
    }
}
