package kilnward.server.profile;

import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.List;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.profile.ProfileService.ProfileView;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Profiles of controllers: generic ones that ship, own ones to add and to share as files. */
@RestController
@RequestMapping("/api/v1/profiles")
public class ProfileController {
    private static final int LARGEST_BYTES = 64 * 1024;
    private final ProfileService profiles;

    public ProfileController(ProfileService profiles) {
        this.profiles = profiles;
    }

    @Needs(Role.VISITOR)
    @GetMapping
    public List<ProfileView> all() {
        return profiles.all();
    }

    /**
     * Adds a profile from its document, so that a file can be refused with the line and the reason.
     *
     * @param document JSON as the published schema {@code /schemas/profile.schema.json} has it
     */
    @Needs(Role.LEAD)
    @PostMapping(consumes = MediaType.TEXT_PLAIN_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    public ProfileView add(@RequestBody String document, Principal who) {
        if (document.getBytes(StandardCharsets.UTF_8).length > LARGEST_BYTES) {
            throw new RefusedValueException("document", document.length() + " characters", "must be smaller than 64 KiB");
        }
        return profiles.add(document, who.getName());
    }

    @Needs(Role.LEAD)
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void remove(@PathVariable String id) {
        profiles.remove(id);
    }

    /** The profile as a file. */
    @Needs(Role.VISITOR)
    @GetMapping(value = "/{id}/file", produces = MediaType.APPLICATION_JSON_VALUE)
    public ResponseEntity<byte[]> file(@PathVariable String id) {
        return ResponseEntity.ok().header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment()
                .filename(id + ".profile.json").build().toString()).body(profiles.document(id).getBytes(StandardCharsets.UTF_8));
    }
}
