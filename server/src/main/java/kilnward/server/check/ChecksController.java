package kilnward.server.check;

import jakarta.validation.Valid;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import kilnward.core.device.Parameter;
import kilnward.server.check.CheckViews.ChamberDueView;
import kilnward.server.check.CheckViews.CheckView;
import kilnward.server.check.CheckViews.EffectView;
import kilnward.server.check.CheckViews.HistoryView;
import kilnward.server.check.CheckViews.NewCheck;
import kilnward.server.check.CheckViews.NewOffset;
import kilnward.server.check.CheckViews.NewRow;
import kilnward.server.check.CheckViews.ReferenceView;
import kilnward.server.check.CheckViews.Remark;
import kilnward.server.compute.Computing;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.settings.ChamberService;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The record of checks: begun, added to, never changed or deleted. */
@RestController
@RequestMapping("/api/v1")
public class ChecksController {
    private static final MediaType CSV = new MediaType("text", "csv", StandardCharsets.UTF_8);
    private final CheckRecord record;
    private final CheckService checks;
    private final Computing computing;
    private final ChamberService chambers;

    public ChecksController(CheckRecord record, CheckService checks, ChamberService chambers, Computing computing) {
        this.computing = computing;
        this.record = record;
        this.checks = checks;
        this.chambers = chambers;
    }

    /** What wants a check, over all chambers. */
    @Needs(Role.VISITOR)
    @GetMapping("/checks/due")
    public List<ChamberDueView> due() {
        return record.due();
    }

    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/checks")
    public List<CheckView> all(@PathVariable UUID chamberId) {
        return record.all(chamberId);
    }

    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{chamberId}/checks")
    @ResponseStatus(HttpStatus.CREATED)
    public CheckView begin(@PathVariable UUID chamberId, @Valid @RequestBody NewCheck check, Principal who) {
        return checks.begin(chamberId, check, who.getName());
    }

    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/checks/{id}")
    public CheckView one(@PathVariable UUID chamberId, @PathVariable UUID id) {
        return record.one(chamberId, id);
    }

    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{chamberId}/checks/{id}/rows")
    public CheckView add(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody NewRow row, Principal who) {
        return checks.add(chamberId, id, row, who.getName());
    }

    /** Rows from a file: all of them or, where one line cannot be used, none. */
    @Needs(Role.KEEPER)
    @PostMapping(value = "/chambers/{chamberId}/checks/{id}/rows/file", consumes = MediaType.TEXT_PLAIN_VALUE)
    public CheckView addFile(@PathVariable UUID chamberId, @PathVariable UUID id, @RequestParam(defaultValue = "false") boolean sure,
            @RequestBody String text, Principal who) {
        Set<String> references = record.one(chamberId, id).references().stream().map(ReferenceView::name).collect(Collectors.toSet());
        checks.addAll(chamberId, id, CheckCsv.read(text, references, record.zone(), sure), who.getName());
        return record.one(chamberId, id);
    }

    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{chamberId}/checks/{id}/rows/{rowId}/withdraw")
    public CheckView withdraw(@PathVariable UUID chamberId, @PathVariable UUID id, @PathVariable UUID rowId, @Valid @RequestBody Remark remark, Principal who) {
        return checks.withdraw(chamberId, id, rowId, false, remark.note(), who.getName());
    }

    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{chamberId}/checks/{id}/rows/{rowId}/restore")
    public CheckView restore(@PathVariable UUID chamberId, @PathVariable UUID id, @PathVariable UUID rowId, @Valid @RequestBody Remark remark, Principal who) {
        return checks.withdraw(chamberId, id, rowId, true, remark.note(), who.getName());
    }

    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{chamberId}/checks/{id}/offsets")
    public CheckView keyIn(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody NewOffset offset, Principal who) {
        return checks.keyIn(chamberId, id, offset, who.getName());
    }

    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{chamberId}/checks/{id}/close")
    public CheckView close(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody Remark remark, Principal who) {
        return checks.close(chamberId, id, false, remark.note(), who.getName());
    }

    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{chamberId}/checks/{id}/reopen")
    public CheckView reopen(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody Remark remark, Principal who) {
        return checks.close(chamberId, id, true, remark.note(), who.getName());
    }

    /** What the error did to the occupant, and what the offset does to each rung. */
    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/checks/{id}/effect")
    public EffectView effect(@PathVariable UUID chamberId, @PathVariable UUID id) {
        CheckService.EffectQuestion question = checks.effect(chamberId, id);
        return computing.run(question::answer);
    }

    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/controllers/{controllerId}/checks/{offsetKey}/history")
    public HistoryView history(@PathVariable UUID chamberId, @PathVariable UUID controllerId, @PathVariable Parameter offsetKey) {
        return record.history(chamberId, controllerId, offsetKey);
    }

    /** All rows of all checks of a chamber as a file. */
    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/checks.csv")
    public ResponseEntity<String> csv(@PathVariable UUID chamberId) {
        Map<String, String> names = new HashMap<>();
        chambers.one(chamberId).plan().controllers().forEach(each -> names.put(each.id(), each.name()));
        return ResponseEntity.ok().contentType(CSV).header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment().filename("checks.csv").build().toString())
                .body(CheckCsv.write(record.all(chamberId), names));
    }

    /** The record of one check as a file to print. */
    @Needs(Role.VISITOR)
    @GetMapping(value = "/chambers/{chamberId}/checks/{id}/record.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    public ResponseEntity<byte[]> pdf(@PathVariable UUID chamberId, @PathVariable UUID id) {
        CheckView check = record.one(chamberId, id);
        var plan = chambers.one(chamberId).plan();
        String controller = plan.controllers().stream().filter(each -> each.id().equals(check.controllerId())).findFirst().map(ControllerPlan::name)
                .orElse("a controller since removed");
        return ResponseEntity.ok().header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.inline().filename("check.pdf").build().toString())
                .body(CheckPdf.of(plan.name(), controller, check, record.zone()));
    }
}
