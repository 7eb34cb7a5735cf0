package kilnward.server.calendar;

import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import kilnward.server.calendar.Feeds.FeedView;
import kilnward.server.people.Here;
import kilnward.server.people.Needs;
import kilnward.server.people.Open;
import kilnward.server.people.Role;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The calendar outside of here: feeds by a secret address, and a file. */
@RestController
@RequestMapping("/api/v1")
public class FeedController {
    private static final MediaType CALENDAR = new MediaType("text", "calendar", StandardCharsets.UTF_8);
    private final Feeds feeds;

    FeedController(Feeds feeds) {
        this.feeds = feeds;
    }

    /** One's own addresses. */
    @Needs(Role.VISITOR)
    @GetMapping("/feeds")
    public List<FeedView> mine(Principal who) {
        return who == null ? List.of() : feeds.of(who.getName());
    }

    /** Makes one; its address is told this once. */
    @Needs(Role.VISITOR)
    @PostMapping("/feeds")
    @ResponseStatus(HttpStatus.CREATED)
    public FeedView make(Principal who) {
        return feeds.make(who.getName());
    }

    /** Revokes one: whoever has it finds nothing there any more. */
    @Needs(Role.VISITOR)
    @DeleteMapping("/feeds/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void revoke(@PathVariable UUID id, Principal who) {
        feeds.revoke(id, who.getName());
    }

    /** What a calendar reads; the address is the secret. */
    @Open
    @GetMapping(value = "/feed/{secret}.ics", produces = "text/calendar;charset=UTF-8")
    public ResponseEntity<byte[]> read(@PathVariable String secret) {
        return ResponseEntity.ok().contentType(CALENDAR).header(HttpHeaders.CACHE_CONTROL, "private, no-cache")
                .body(Here.at(feeds.siteOf(secret), () -> feeds.read(secret)).getBytes(StandardCharsets.UTF_8));
    }

    @Needs(Role.VISITOR)
    @GetMapping(value = "/calendar.ics", produces = "text/calendar;charset=UTF-8")
    public ResponseEntity<byte[]> file() {
        return ResponseEntity.ok().contentType(CALENDAR).header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment().filename("kiln-ward.ics").build().toString())
                .body(feeds.file().getBytes(StandardCharsets.UTF_8));
    }
}
