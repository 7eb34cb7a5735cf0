package kilnward.server.reading;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Semaphore;
import javax.sql.DataSource;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.series.CalendarDay;
import kilnward.core.series.Grid;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.plan.Plans;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.wire.door.Limits;
import kilnward.server.wire.door.Text;
import kilnward.server.wire.problem.NotDoneException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.json.JsonMapper;

/** Charts and files of what was measured. */
@RestController
@RequestMapping("/api/v1")
public class ChartController {
    private static final Duration USUAL = Duration.ofDays(1);
    private static final int USUAL_BUCKETS = 600;
    private static final int FILES_AT_ONCE = 3;
    private static final int FETCHED = 5_000;
    private final SeriesService series;
    private final Charts charts;
    private final Plans plans;
    private final Sites sites;
    private final DataSource database;
    private final JsonMapper json;
    private final Clock clock;
    private final Semaphore files = new Semaphore(FILES_AT_ONCE);

    ChartController(SeriesService series, Charts charts, Plans plans, Sites sites, DataSource database, JsonMapper json, Clock clock) {
        this.series = series;
        this.charts = charts;
        this.plans = plans;
        this.sites = sites;
        this.database = database;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A day by the calendar of the site.
     *
     * @param hours 23 or 25 when clocks change
     */
    public record DayView(LocalDate day, String zone, Instant from, Instant to, double hours, LocalDate before, LocalDate after, LocalDate lastYear) {
    }

    /** A day by the calendar of the site; {@code today} for the one it is there now. */
    @Needs(Role.VISITOR)
    @GetMapping("/days/{day}")
    public DayView day(@PathVariable String day) {
        ZoneId zone = sites.zone();
        LocalDate wanted;
        try {
            wanted = day.equals("today") ? LocalDate.now(clock.withZone(zone)) : LocalDate.parse(day);
        } catch (DateTimeException none) {
            throw new RefusedValueException("day", day, "must be today or a day like 2026-11-25");
        }
        if (!Limits.isMeant(wanted)) {
            throw new RefusedValueException("day", day, "must be a day from 1900 to 2199");
        }
        CalendarDay found = CalendarDay.of(wanted, zone);
        return new DayView(wanted, zone.getId(), found.from(), found.to(), found.hours(), wanted.minusDays(1), wanted.plusDays(1), found.lastYear());
    }

    /** A series over a span, in at most 2,000 buckets; the last day where nothing is said. */
    @Needs(Role.VISITOR)
    @GetMapping("/series/{id}/chart")
    public Charts.Chart chart(@PathVariable UUID id, @RequestParam(required = false) String from, @RequestParam(required = false) String to,
            @RequestParam(defaultValue = "" + USUAL_BUCKETS) int buckets) {
        Series one = series.require(id);
        Span span = span(from, to);
        if (buckets < 1 || buckets > Grid.MOST) {
            throw new RefusedValueException("buckets", buckets, "must be from 1 to " + Grid.MOST);
        }
        return charts.of(one, span.from(), span.to(), buckets);
    }

    private record Span(Instant from, Instant to) {
    }

    private Span span(String from, String to) {
        Instant end = to == null ? clock.instant() : time("to", to);
        Instant begin = from == null ? end.minus(USUAL) : time("from", from);
        if (!begin.isBefore(end)) {
            throw new RefusedValueException("to", to, "must be after from");
        }
        return new Span(begin, end);
    }

    private static Instant time(String field, String text) {
        try {
            // A + that nobody wrote as %2B comes as a space.
            Instant at = OffsetDateTime.parse(text.strip().replace(' ', '+')).toInstant();
            if (Limits.isMeant(at)) {
                return at;
            }
        } catch (DateTimeException none) {
            throw new RefusedValueException(field, text, "must be a time with its offset, like 2026-11-25T20:30:00Z");
        }
        throw new RefusedValueException(field, text, "must be a time from 1970 to 2199");
    }

    /** Every single reading of a span as CSV (RFC 4180), of some series or all of a chamber; streamed. */
    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/readings.csv")
    public ResponseEntity<StreamingResponseBody> csv(@PathVariable UUID chamberId, @RequestParam(required = false) String from, @RequestParam(required = false) String to,
            @RequestParam(required = false) List<UUID> series) {
        Asked asked = asked(chamberId, from, to, series);
        return file("readings.csv", new MediaType("text", "csv", StandardCharsets.UTF_8), out -> {
            try (Writer writer = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8));
                    CSVPrinter printer = CSVFormat.RFC4180.builder().setHeader("series", "name", "quantity", "unit", "at", "value").get().print(writer)) {
                each(asked, (one, at, value) -> printer.printRecord(one.id(), Text.noFormula(one.name()), one.measured(), one.unit().kept(), at, value.toPlainString()));
            }
        });
    }

    /** The same as JSON. */
    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/readings.json")
    public ResponseEntity<StreamingResponseBody> json(@PathVariable UUID chamberId, @RequestParam(required = false) String from, @RequestParam(required = false) String to,
            @RequestParam(required = false) List<UUID> series) {
        Asked asked = asked(chamberId, from, to, series);
        return file("readings.json", MediaType.APPLICATION_JSON, out -> {
            try (JsonGenerator writer = json.createGenerator(out)) {
                writer.writeStartObject();
                writer.writeStringProperty("from", asked.span.from().toString());
                writer.writeStringProperty("to", asked.span.to().toString());
                writer.writeArrayPropertyStart("series");
                for (Series one : asked.series) {
                    writer.writeStartObject();
                    writer.writeStringProperty("id", one.id().toString());
                    writer.writeStringProperty("name", one.name());
                    writer.writeStringProperty("quantity", one.measured().name());
                    writer.writeStringProperty("unit", one.unit().kept().name());
                    writer.writeArrayPropertyStart("readings");
                    each(new Asked(List.of(one), asked.span), (same, at, value) -> {
                        writer.writeStartObject();
                        writer.writeStringProperty("at", at.toString());
                        writer.writeNumberProperty("value", value);
                        writer.writeEndObject();
                    });
                    writer.writeEndArray();
                    writer.writeEndObject();
                }
                writer.writeEndArray();
                writer.writeEndObject();
            }
        });
    }

    private record Asked(List<Series> series, Span span) {
    }

    private Asked asked(UUID chamberId, String from, String to, List<UUID> wanted) {
        plans.require(chamberId);
        List<Series> all = series.plain(Optional.of(chamberId));
        if (wanted != null) {
            wanted.stream().filter(id -> all.stream().noneMatch(each -> each.id().equals(id))).findFirst().ifPresent(id -> {
                throw new RefusedValueException("series", id, "must be the id of a series of this chamber");
            });
        }
        return new Asked(all.stream().filter(each -> wanted == null || wanted.contains(each.id())).toList(), span(from, to));
    }

    /** One reading after another. */
    @FunctionalInterface
    private interface Taker {
        void take(Series series, Instant at, BigDecimal value) throws IOException;
    }

    /** Reads without ever holding more than a few thousand. */
    private void each(Asked asked, Taker taker) throws IOException {
        try (Connection connection = database.getConnection()) {
            for (Series one : asked.series) {
                try (PreparedStatement read = connection.prepareStatement("select at_us, value_e6 from reading where series = ? and at_us >= ? and at_us < ? order by at_us",
                        ResultSet.TYPE_FORWARD_ONLY, ResultSet.CONCUR_READ_ONLY)) {
                    read.setFetchSize(FETCHED);
                    read.setInt(1, one.number());
                    read.setLong(2, Moments.micros(asked.span.from()));
                    read.setLong(3, Moments.micros(asked.span.to()));
                    try (ResultSet found = read.executeQuery()) {
                        while (found.next()) {
                            taker.take(one, Moments.micros(found.getLong(1)), BigDecimal.valueOf(found.getLong(2), 6).stripTrailingZeros());
                        }
                    }
                }
            }
        } catch (java.sql.SQLException away) {
            // The file ends in the middle: the connection is cut, so that nobody takes it for whole.
            throw new IOException(away);
        }
    }

    private ResponseEntity<StreamingResponseBody> file(String name, MediaType type, StreamingResponseBody body) {
        if (!files.tryAcquire()) {
            throw new NotDoneException(true, "As many files are being written as may be at once.");
        }
        return ResponseEntity.ok().contentType(type).header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment().filename(name).build().toString()).body(out -> {
            try {
                body.writeTo(out);
            } finally {
                files.release();
            }
        });
    }
}
