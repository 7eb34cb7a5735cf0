package kilnward.server.imports;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import kilnward.server.imports.ImportViews.ImportPlan;
import kilnward.server.imports.ImportViews.ImportView;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Files of loggers: taken in, looked at, confirmed, gone through. */
@RestController
@RequestMapping("/api/v1/chambers/{chamberId}/imports")
public class ImportController {
    private final Imports imports;

    ImportController(Imports imports) {
        this.imports = imports;
    }

    @Needs(Role.VISITOR)
    @GetMapping
    public List<ImportView> all(@PathVariable UUID chamberId) {
        return imports.all(chamberId);
    }

    /** Takes a file in and says what seems to be in it; nothing of it is a reading yet. */
    @Needs(Role.LEAD)
    @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    public ImportView add(@PathVariable UUID chamberId, @RequestParam @NotBlank @Size(max = 200) String name, @RequestBody byte[] file, Principal who) {
        return imports.add(chamberId, name, file, who.getName());
    }

    @Needs(Role.VISITOR)
    @GetMapping("/{id}")
    public ImportView one(@PathVariable UUID chamberId, @PathVariable UUID id) {
        return imports.one(chamberId, id);
    }

    /** Begins with one, by what somebody says is in it; or goes on with one that was stopped. */
    @Needs(Role.LEAD)
    @PostMapping("/{id}/run")
    @ResponseStatus(HttpStatus.ACCEPTED)
    public ImportView run(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody ImportPlan plan, Principal who) {
        return imports.run(chamberId, id, plan, who.getName());
    }

    @Needs(Role.LEAD)
    @PostMapping("/{id}/stop")
    public ImportView stop(@PathVariable UUID chamberId, @PathVariable UUID id) {
        return imports.stop(chamberId, id);
    }

    /** Forgets a file. What of it are readings already stays. */
    @Needs(Role.LEAD)
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void remove(@PathVariable UUID chamberId, @PathVariable UUID id) {
        imports.remove(chamberId, id);
    }
}
