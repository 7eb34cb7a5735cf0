package kilnward.server.guide;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.Guide;
import kilnward.core.life.School;
import kilnward.server.guide.GuideService.GuideView;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.site.Sites;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Guides: shipped ones to read, own ones to add, change, share as files. */
@RestController
@RequestMapping("/api/v1/guides")
public class GuideController {
    private static final int LARGEST_BYTES = 256 * 1024;
    private final GuideService guides;
    private final Sites sites;
    private final Clock clock;

    public GuideController(GuideService guides, Sites sites, Clock clock) {
        this.guides = guides;
        this.sites = sites;
        this.clock = clock;
    }

    @Needs(Role.VISITOR)
    @GetMapping
    public List<GuideView> all() {
        return guides.all();
    }

    /**
     * Adds a guide from its document, so that a file can be refused with the line and the reason.
     *
     * @param document JSON as the published schema {@code /schemas/guide.schema.json} has it
     */
    @Needs(Role.LEAD)
    @PostMapping(consumes = MediaType.TEXT_PLAIN_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    public GuideView add(@RequestBody String document, Principal who) {
        if (document.getBytes(StandardCharsets.UTF_8).length > LARGEST_BYTES) {
            throw new RefusedValueException("guide", document.length() + " characters", "must be smaller than 256 KiB");
        }
        return guides.add(document, who.getName());
    }

    /** A change of a guide, from the version it was made from. */
    public record GuideChange(@NotNull Long version, @NotNull Guide guide) {
    }

    @Needs(Role.LEAD)
    @PutMapping("/{id}")
    public GuideView change(@PathVariable String id, @Valid @RequestBody GuideChange change, Principal who) {
        return guides.change(id, change.version(), change.guide(), who.getName());
    }

    @Needs(Role.LEAD)
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void remove(@PathVariable String id) {
        guides.remove(id);
    }

    /** How far along something is today: whole days since its start, the first being 0, and the stage they fall into; null before the start. */
    public record TodayView(@OrNull Long day, @OrNull String stageId) {
    }

    /**
     * How far along what lives by a guide is, by the calendar of the site.
     *
     * @param school    how it is kept
     * @param startedOn the day it began
     */
    @Needs(Role.VISITOR)
    @GetMapping("/{id}/today")
    public TodayView today(@PathVariable String id, @RequestParam String school, @RequestParam LocalDate startedOn) {
        School kept = guides.find(id).stream().flatMap(guide -> guide.schools().stream()).filter(each -> each.id().equals(school)).findFirst()
                .orElseThrow(() -> new NotFoundException("There is no guide " + id + " with a school " + school + "."));
        long day = ChronoUnit.DAYS.between(startedOn, LocalDate.ofInstant(clock.instant(), sites.zone()));
        return day < 0 ? new TodayView(null, null) : new TodayView(day, kept.stageOn(day).id());
    }

    /** The guide as a file. */
    @Needs(Role.VISITOR)
    @GetMapping(value = "/{id}/file", produces = MediaType.APPLICATION_JSON_VALUE)
    public ResponseEntity<byte[]> file(@PathVariable String id) {
        return ResponseEntity.ok().header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment()
                .filename(id + ".guide.json").build().toString()).body(guides.document(id).getBytes(StandardCharsets.UTF_8));
    }
}
