package kilnward.server.evidence;

import java.io.IOException;
import java.security.Principal;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.audit.Audit.Done;
import kilnward.server.audit.Audit.What;
import kilnward.server.audit.Audit;
import kilnward.server.audit.Change;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.plan.PlanReader;
import kilnward.server.plan.Plans;
import kilnward.server.site.Sites;
import kilnward.server.store.Digest;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.format.annotation.DateTimeFormat;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import tools.jackson.databind.JsonNode;

/** What the climate was, on paper. What was handed out stands in the record of changes by its SHA-256. */
@RestController
@RequestMapping("/api/v1")
public class EvidenceController {
    private static final Duration LONGEST = Duration.ofDays(400);
    private final EvidencePdf pdf;
    private final ChamberRecord records;
    private final Plans plans;
    private final Sites sites;
    private final Audit audit;
    private final KilnWardProperties properties;
    private final TransactionTemplate transactions;

    EvidenceController(EvidencePdf pdf, ChamberRecord records, Plans plans, Sites sites, Audit audit, KilnWardProperties properties, TransactionTemplate transactions) {
        this.transactions = transactions;
        this.pdf = pdf;
        this.records = records;
        this.plans = plans;
        this.sites = sites;
        this.audit = audit;
        this.properties = properties;
    }

    /** A report over a span of at most 400 days. */
    @Needs(Role.LEAD)
    @GetMapping(value = "/chambers/{chamberId}/evidence.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    public ResponseEntity<byte[]> evidence(@PathVariable UUID chamberId, @RequestParam @DateTimeFormat(iso = DateTimeFormat.ISO.DATE_TIME) Instant from,
            @RequestParam @DateTimeFormat(iso = DateTimeFormat.ISO.DATE_TIME) Instant to, Principal who) {
        plans.require(chamberId);
        if (!from.isBefore(to)) {
            throw new RefusedValueException("to", to, "must be after from");
        }
        if (Duration.between(from, to).compareTo(LONGEST) > 0) {
            throw new RefusedValueException("to", to, "must be at most 400 days after from");
        }
        Sites.Site site = sites.here().orElseThrow(() -> new NotFoundException("There is no site here."));
        byte[] made = pdf.of(chamberId, from, to, site, who.getName(), properties.publicUrl());
        audit.write(Done.in(chamberId, What.ADDED, "report", chamberId, "What the climate was", null,
                List.of(new Change("from", null, from.toString()), new Change("to", null, to.toString()), new Change("sha256", null, Digest.hex(made)))));
        return ResponseEntity.ok().header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment().filename("what-the-climate-was.pdf").build().toString()).body(made);
    }

    /** All that is kept of a chamber, as one document. */
    @Needs(Role.LEAD)
    @GetMapping(value = "/chambers/{chamberId}/record.json", produces = MediaType.APPLICATION_JSON_VALUE)
    public ResponseEntity<StreamingResponseBody> record(@PathVariable UUID chamberId) {
        plans.require(chamberId);
        audit.write(Done.in(chamberId, What.ADDED, "export", chamberId, "All of the chamber", null, List.of()));
        StreamingResponseBody body = out -> {
            try {
                records.write(chamberId, out);
            } catch (SQLException failed) {
                throw new IOException(failed);
            }
        };
        return ResponseEntity.ok().header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment().filename("chamber.json").build().toString())
                .contentType(MediaType.APPLICATION_JSON).body(body);
    }

    /** What such a document is. */
    @Needs(Role.VISITOR)
    @GetMapping(value = "/chamber-record.schema.json", produces = MediaType.APPLICATION_JSON_VALUE)
    public JsonNode schema() {
        return records.schema();
    }

    /** A chamber that came from elsewhere. */
    public record TakenIn(String id) {
    }

    /** Takes all of a chamber in that was kept elsewhere. */
    @Needs(Role.LEAD)
    @PostMapping(value = "/chamber-records", consumes = MediaType.TEXT_PLAIN_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    public TakenIn takeIn(@RequestBody byte[] document) {
        UUID site = sites.here().map(Sites.Site::id).orElseThrow(() -> new NotFoundException("There is no site here."));
        // A plan that cannot be one takes everything back with it.
        UUID id = transactions.execute(status -> {
            UUID read = records.read(document, site);
            PlanReader.check(plans.one(read).plan());
            return read;
        });
        audit.write(Done.in(id, What.ADDED, "chamber", id, plans.one(id).plan().name(), "taken in as a document of " + document.length + " bytes", List.of()));
        return new TakenIn(id.toString());
    }

}
