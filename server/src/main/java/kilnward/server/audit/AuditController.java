package kilnward.server.audit;

import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Consumer;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.audit.Sealer.Seal;
import kilnward.server.people.Here;
import kilnward.server.people.Needs;
import kilnward.server.people.Person;
import kilnward.server.people.Role;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.format.annotation.DateTimeFormat;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Who changed what at the site: looked up, and taken away as a file. Nothing here can change it. */
@RestController
@RequestMapping("/api/v1")
public class AuditController {
    private static final int PAGE = 100;
    private static final int LONGEST_FILE = 100_000;
    /** As it was written: notes have lines, and what the door would refuse of somebody may have been written down before it did. */
    private static final JsonMapper JSON = JsonMapper.shared();
    private final JdbcClient sql;
    private final Names names;
    private final Sealer sealer;

    AuditController(JdbcClient sql, Names names, Sealer sealer) {
        this.sql = sql;
        this.names = names;
        this.sealer = sealer;
    }

    /**
     * One change.
     *
     * @param who    their name; of who was taken out nothing is known any more
     * @param what   ADDED, CHANGED, REMOVED, SIGNED_IN, …
     * @param thing  what kind of thing
     * @param named  what people call it
     * @param origin address from which it came; for owners to see, null otherwise and where it was taken out
     * @param seq    number of its seal; null until it is sealed, a few seconds later
     */
    public record AuditView(String id, Instant at, String who, String what, String thing, String named, @OrNull String chamberId, @OrNull String why, List<Change> changes,
            @OrNull String origin, @OrNull Long seq) {
    }

    /**
     * A page of changes, the newest first.
     *
     * @param people who has changed anything here
     * @param things what kinds of things were changed
     * @param more   whether there are older ones
     * @param head   the last seal of all
     */
    public record AuditPage(List<AuditView> entries, List<String> people, List<String> things, boolean more, Seal head) {
    }

    private record Asked(String where, Map<String, Object> values) {
    }

    /**
     * Changes at the site.
     *
     * @param before older than this id; from the newest on where none is said
     */
    @Needs(Role.LEAD)
    @GetMapping("/audit")
    public AuditPage changes(@RequestParam(required = false) UUID chamber, @RequestParam(required = false) String who, @RequestParam(required = false) String thing,
            @RequestParam(required = false) @DateTimeFormat(iso = DateTimeFormat.ISO.DATE_TIME) Instant from,
            @RequestParam(required = false) @DateTimeFormat(iso = DateTimeFormat.ISO.DATE_TIME) Instant to, @RequestParam(required = false) UUID before, Authentication asking) {
        Asked asked = asked(chamber, who, thing, from, to, before);
        List<AuditView> found = new ArrayList<>();
        each(asked, PAGE + 1, isOwner(asking), found::add);
        Map<String, String> known = names.names();
        List<String> people = sql.sql("select distinct who from audit_entry where site_id = ?").param(here()).query(String.class).list().stream()
                .map(each -> known.getOrDefault(each, each))
                .distinct().sorted().toList();
        List<String> things = sql.sql("select distinct thing from audit_entry where site_id = ? order by thing").param(here()).query(String.class).list();
        return new AuditPage(found.subList(0, Math.min(PAGE, found.size())), people, things, found.size() > PAGE, sealer.last());
    }

    /** The same as CSV (RFC 4180), one line a changed value. */
    @Needs(Role.LEAD)
    @GetMapping(value = "/audit.csv", produces = "text/csv")
    public ResponseEntity<StreamingResponseBody> file(@RequestParam(required = false) UUID chamber, @RequestParam(required = false) String who,
            @RequestParam(required = false) String thing, @RequestParam(required = false) @DateTimeFormat(iso = DateTimeFormat.ISO.DATE_TIME) Instant from,
            @RequestParam(required = false) @DateTimeFormat(iso = DateTimeFormat.ISO.DATE_TIME) Instant to, Authentication asking) {
        Asked asked = asked(chamber, who, thing, from, to, null);
        boolean owner = isOwner(asking);
        StreamingResponseBody body = out -> {
            Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
            CSVPrinter csv = new CSVPrinter(text, CSVFormat.RFC4180);
            csv.printRecord("at", "who", "what", "thing", "named", "chamber", "why", "path", "before", "after", "origin", "seal");
            each(asked, LONGEST_FILE, owner, entry -> {
                try {
                    for (Change change : entry.changes().isEmpty() ? List.of(new Change("", null, null)) : entry.changes()) {
                        csv.printRecord(entry.at(), plain(entry.who()), entry.what(), entry.thing(), plain(entry.named()), entry.chamberId(), plain(entry.why()), change.path(),
                                plain(change.before()), plain(change.after()), entry.origin(), entry.seq());
                    }
                } catch (IOException gone) {
                    throw new java.io.UncheckedIOException(gone);
                }
            });
            csv.flush();
        };
        return ResponseEntity.ok().contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
                .header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment().filename("kiln-ward-changes.csv").build().toString()).body(body);
    }

    /** What a spreadsheet would take for a formula is text here. */
    private static String plain(String text) {
        return text != null && !text.isEmpty() && "=+-@\t\r".indexOf(text.charAt(0)) >= 0 && !text.matches("[+-]?[0-9.]+") ? "'" + text : text;
    }

    private Asked asked(UUID chamber, String who, String thing, Instant from, Instant to, UUID before) {
        StringBuilder where = new StringBuilder("where e.site_id = :site");
        Map<String, Object> values = new HashMap<>(Map.of("site", here()));
        if (chamber != null) {
            where.append(" and e.chamber_id = :chamber");
            values.put("chamber", chamber);
        }
        if (who != null) {
            List<String> ids = new ArrayList<>(names.names().entrySet().stream().filter(each -> each.getValue().equals(who)).map(Map.Entry::getKey).toList());
            ids.add(who);
            where.append(" and e.who in (:who)");
            values.put("who", ids);
        }
        if (thing != null) {
            where.append(" and e.thing = :thing");
            values.put("thing", thing);
        }
        if (from != null) {
            where.append(" and e.at_us >= :from");
            values.put("from", Moments.micros(from));
        }
        if (to != null) {
            where.append(" and e.at_us < :to");
            values.put("to", Moments.micros(to));
        }
        if (before != null) {
            long us = sql.sql("select at_us from audit_entry where id = ? and site_id = ?").param(before).param(here()).query(Long.class).optional()
                    .orElseThrow(() -> new RefusedValueException("before", before, "must be the id of a change at this site"));
            where.append(" and (e.at_us < :us or e.at_us = :us and e.id < :before)");
            values.put("us", us);
            values.put("before", before);
        }
        return new Asked(where.toString(), values);
    }

    private void each(Asked asked, int most, boolean owner, Consumer<AuditView> each) {
        Map<String, String> known = names.names();
        sql.sql("select e.id, e.at_us, e.who, e.what, e.thing, e.named, e.chamber_id, e.why, e.changes, o.origin, s.seq, e.thing_id from audit_entry e left join audit_origin o on o.entry_id = e.id"
                + " left join audit_seal s on s.entry_id = e.id " + asked.where + " order by e.at_us desc, e.id desc limit " + most).params(asked.values).query(row -> {
                    each.accept(new AuditView(row.getString(1), Moments.micros(row.getLong(2)), known.getOrDefault(row.getString(3), row.getString(3)),
                            row.getString(4), row.getString(5), row.getString(6).isEmpty() ? known.getOrDefault(row.getString(12), "") : row.getString(6), row.getString(7),
                            row.getString(8),
                            JSON.readValue(row.getString(9), new TypeReference<List<Change>>() {
                            }), owner ? row.getString(10) : null, row.getObject(11, Long.class)));
                });
    }

    private static boolean isOwner(Authentication asking) {
        return asking.getPrincipal() instanceof Person person && person.may(Role.OWNER);
    }

    private static UUID here() {
        return Here.site().orElseThrow();
    }

}
