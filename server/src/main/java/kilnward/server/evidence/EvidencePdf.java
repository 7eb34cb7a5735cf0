package kilnward.server.evidence;

import static kilnward.server.wire.print.PdfPrinter.number;

import com.samskivert.mustache.Template;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import java.util.stream.Collectors;
import kilnward.core.device.Parameter;
import kilnward.core.series.Grid;
import kilnward.server.alarm.AlarmViews.AlarmView;
import kilnward.server.alarm.AlarmViews.Mark;
import kilnward.server.alarm.AlarmViews.Of;
import kilnward.server.alarm.Alarms;
import kilnward.server.audit.Sealer;
import kilnward.server.audit.Sealer.Seal;
import kilnward.server.check.CheckRecord;
import kilnward.server.check.CheckViews.CheckView;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.reading.Charts;
import kilnward.server.reading.Charts.Chart;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.SettingsView;
import kilnward.server.site.Sites.Site;
import kilnward.server.wire.print.PdfPrinter;
import org.springframework.stereotype.Component;

/** What the climate of a chamber was over a span, for whoever asks: measured, with its gaps; what sounded and how soon somebody knew; what was keyed in; how sure the displays are; who did what. */
@Component
class EvidencePdf {
    private static final Template EVIDENCE = PdfPrinter.template("evidence");
    private static final int BUCKETS = 700;
    private static final int MOST_MARKS = 300;
    private final ChamberService chambers;
    private final SeriesService series;
    private final Charts charts;
    private final Alarms alarms;
    private final CheckRecord checks;
    private final Sealer sealer;
    private final Clock clock;

    EvidencePdf(ChamberService chambers, SeriesService series, Charts charts, Alarms alarms, CheckRecord checks, Sealer sealer, Clock clock) {
        this.chambers = chambers;
        this.series = series;
        this.charts = charts;
        this.alarms = alarms;
        this.checks = checks;
        this.sealer = sealer;
        this.clock = clock;
    }

    private record Report(String chamber, String site, String from, String to, String zone, String wanted, List<Measured> series, List<Sounded> alarms, List<Keyed> settings,
            List<Checked> checks, List<Did> done, String more, String made, String by, String origin, long seq, String hash) {
    }

    private record Measured(String name, boolean any, String low, String high, String mean, String unit, long count, String known, String gaps, String top, String bottom,
            String bucket,
            String picture) {
    }

    private record Sounded(String raised, String what, String acknowledged, String over) {
    }

    private record Keyed(String controller, int number, String at, String who, String reason, String values) {
    }

    private record Checked(String at, String who, String found) {
    }

    private record Did(String at, String what, String note, String who) {
    }

    /**
     * @param by   who asks for it
     * @param link under which the record is kept
     * @return a PDF document
     */
    byte[] of(UUID chamberId, Instant from, Instant to, Site site, String by, String link) {
        ChamberPlan plan = chambers.one(chamberId).plan();
        ZoneId zone = site.zone();
        List<Measured> measured = series.plain(java.util.Optional.of(chamberId)).stream().map(each -> measured(each, from, to)).filter(each -> each.any).toList();
        List<Mark> marks = alarms.timeline(chamberId, from, to).stream().filter(each -> each.of() != Of.ALARM && each.who() != null).toList();
        List<Did> done = marks.stream().limit(MOST_MARKS).map(each -> new Did(minute(each.at(), zone), each.title(), each.note(), each.who())).toList();
        Seal seal = sealer.seal();
        return PdfPrinter.of(PdfPrinter.Format.A4, "What the climate was: " + plan.name(), EVIDENCE,
                new Report(plan.name(), site.name(), minute(from, zone), minute(to, zone), zone.getId(),
                        wanted(plan), measured, alarms.of(chamberId, from, to).stream().sorted(Comparator.comparing(AlarmView::raisedAt)).map(each -> sounded(each, zone)).toList(),
                        plan.controllers().stream().flatMap(each -> inForce(chamberId, each, from, to, zone).stream()).toList(), checked(chamberId, plan, from, to, zone), done,
                        marks.size() > MOST_MARKS ? "And " + (marks.size() - MOST_MARKS) + " more; the record has them all." : null, minute(clock.instant(), zone), by, link,
                        seal.seq(), seal.hash()));
    }

    private static String wanted(ChamberPlan plan) {
        var needs = plan.occupancy();
        if (needs == null || needs.keepLowC() == null || needs.keepHighC() == null) {
            return "No band is planned for what lives in it.";
        }
        return "Wanted at the occupant, as it is planned now: " + number(needs.keepLowC(), 1) + " to " + number(needs.keepHighC(), 1) + " °C.";
    }

    private Measured measured(Series one, Instant from, Instant to) {
        Chart chart = charts.of(one, from, to, BUCKETS);
        Charts.Summary sum = chart.summary();
        if (sum.low() == null || sum.high() == null) {
            return new Measured(one.name(), false, "", "", "", "", 0, "", "", "", "", "", "");
        }
        String unit = chart.unit().sign();
        return new Measured(one.name(), true, number(sum.low(), 2), number(sum.high(), 2), sum.mean() == null ? "not known" : number(sum.mean(), 2), unit, sum.count(),
                number(100 * sum.knownShare(), 1), gaps(chart.gaps()), number(sum.high(), 1) + " " + unit, number(sum.low(), 1) + " " + unit,
                span(Duration.ofSeconds(chart.bucketS())),
                Curve.of(chart));
    }

    private static String gaps(List<Grid.Gap> gaps) {
        if (gaps.isEmpty()) {
            return "none";
        }
        Duration longest = gaps.stream().map(each -> Duration.between(each.from(), each.to())).max(Comparator.naturalOrder()).orElseThrow();
        return gaps.size() + ", the longest " + span(longest);
    }

    private static String span(Duration span) {
        long minutes = Math.round(span.toSeconds() / 60.0);
        return span.toSeconds() < 60 ? span.toSeconds() + " s"
                : minutes < 120 ? minutes + " min" : minutes < 2880 ? Math.round(minutes / 60.0) + " h" : Math.round(minutes / 1440.0) + " days";
    }

    private static Sounded sounded(AlarmView alarm, ZoneId zone) {
        String value = alarm.value() == null ? "" : " at " + number(alarm.value(), 1) + " " + alarm.unit().sign();
        String known = alarm.acknowledgedAt() == null ? "nobody has said that they know"
                : alarm.acknowledgedBy() + " knew after " + span(Duration.between(alarm.raisedAt(), alarm.acknowledgedAt()));
        return new Sounded(minute(alarm.raisedAt(), zone), alarm.series() + ", " + alarm.kind().name().toLowerCase(Locale.ROOT).replace('_', ' ') + value
                + (alarm.harmed() ? "; harm was reached" : ""), known,
                alarm.closedAt() == null ? "not over" : "over after " + span(Duration.between(alarm.raisedAt(), alarm.closedAt())));
    }

    /** What was in force when the span begins, and what came into force in it. */
    private List<Keyed> inForce(UUID chamberId, ControllerPlan controller, Instant from, Instant to, ZoneId zone) {
        List<SettingsView> all = chambers.settings(chamberId, UUID.fromString(controller.id())).stream().sorted(Comparator.comparingInt(SettingsView::number)).toList();
        List<SettingsView> shown = new ArrayList<>(all.stream().filter(each -> !each.savedAt().isAfter(from)).reduce((one, later) -> later).stream().toList());
        all.stream().filter(each -> each.savedAt().isAfter(from) && !each.savedAt().isAfter(to)).forEach(shown::add);
        return shown.stream().map(each -> new Keyed(controller.name(), each.number(), minute(each.savedAt(), zone), each.author(), each.reason(),
                controller.profile().keys().stream().filter(key -> each.values().containsKey(key.parameter())).map(key -> key.label() + " " + value(key.parameter(), each))
                        .collect(Collectors.joining(", "))))
                .toList();
    }

    private static String value(Parameter parameter, SettingsView saved) {
        return number(saved.values().get(parameter), 2).replaceFirst("\\.?0+$", "");
    }

    /** Those of the span; of each display that has none the last before. */
    private List<Checked> checked(UUID chamberId, ChamberPlan plan, Instant from, Instant to, ZoneId zone) {
        List<CheckView> all = checks.all(chamberId).stream().filter(each -> !each.begunAt().isAfter(to)).toList();
        List<CheckView> shown = all.stream().filter(each -> !each.begunAt().isBefore(from)
                || all.stream().filter(other -> other.controllerId().equals(each.controllerId()) && other.offsetKey() == each.offsetKey()).findFirst().orElseThrow() == each)
                .toList();
        return shown.stream()
                .map(each -> new Checked(minute(each.begunAt(), zone), each.author(), plan.controllers().stream().filter(of -> of.id().equals(each.controllerId())).findFirst()
                        .map(ControllerPlan::name).orElse("a controller since removed") + ": " + found(each)))
                .toList();
    }

    private static String found(CheckView check) {
        var last = check.left() != null ? check.left() : check.found();
        if (last == null) {
            return "not settled";
        }
        String unit = check.unit().differenceSign();
        return "the display shows " + number(Math.abs(last.error()), 2) + " " + unit + (last.error() < 0 ? " too little" : " too much") + ", ± "
                + number(last.expandedUncertainty(), 2) + " "
                + unit + (check.left() != null ? ", after the offset was keyed in" : "")
                + (check.expired().isEmpty() ? "" : "; the certificate of " + String.join(", ", check.expired())
                        + " was out of date");
    }

    private static String minute(Instant at, ZoneId zone) {
        return DateTimeFormatter.ofPattern("d MMM yyyy, HH:mm", Locale.UK).withZone(zone).format(at);
    }
}
