package kilnward.server.check;

import static kilnward.server.wire.print.PdfPrinter.number;

import com.samskivert.mustache.Template;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import kilnward.core.calibration.CheckSession;
import kilnward.core.calibration.Reference;
import kilnward.server.check.CheckController.CheckAnswer;
import kilnward.server.check.CheckViews.CheckView;
import kilnward.server.check.CheckViews.EntryView;
import kilnward.server.check.CheckViews.ReferenceView;
import kilnward.server.wire.print.PdfPrinter;

/** The record of one check on paper. */
final class CheckPdf {
    private static final Template CHECK = PdfPrinter.template("check");
    /** Laying out one table takes the longer the longer it is: many short ones take a tenth of the time, and each begins with what its columns are. */
    private static final int ROWS_A_TABLE = 100;

    /** What the template is filled with. */
    private record Page(String controller, String chamber, String author, String begunAt, String place, String room, String leastMin, String reason, String zone, String note,
            String unit, String difference, List<Known> references, List<Outcome> outcomes, List<String> names, List<Table> tables, List<Entry> entries) {
    }

    private record Known(String name, String stated, String basis, String correction, String validTo) {
    }

    private record Outcome(String offset, boolean settled, String error, String than, String where, String uncertainty, int rows, String spanMin, String odd, List<Part> parts) {
    }

    private record Part(String what, String standard) {
    }

    private record Table(List<Row> rows) {
    }

    private record Row(String at, String display, List<String> read, String author, String mark) {
    }

    private record Entry(String at, String author, String what, String note) {
    }

    private CheckPdf() {
    }

    /**
     * @param chamber    what the keeper calls the chamber
     * @param controller what the keeper calls the controller
     * @param zone       the chamber's own time zone
     */
    static byte[] of(String chamber, String controller, CheckView check, ZoneId zone) {
        DateTimeFormatter when = DateTimeFormatter.ofPattern("d MMM yyyy, HH:mm", Locale.UK).withZone(zone);
        List<Row> rows = check.rows().stream().map(row -> new Row(when.format(row.at()), number(row.display(), 2),
                check.references().stream().map(each -> row.references().containsKey(each.name()) ? number(row.references().get(each.name()), 2) : "").toList(), row.author(),
                row.withdrawn() ? "withdrawn" : row.late() ? "written later" : row.sure() ? "asked and confirmed" : "")).toList();
        List<Table> tables = IntStream.iterate(0, from -> from == 0 || from < rows.size(), from -> from + ROWS_A_TABLE)
                .mapToObj(from -> new Table(rows.subList(from, Math.min(rows.size(), from + ROWS_A_TABLE)))).toList();
        Page page = new Page(controller, chamber, check.author(), when.format(check.begunAt()),
                check.place() == CheckSession.Place.PROBE ? "reference beside the probe: sensor error" : "reference at the occupant: placement difference",
                check.roomC() == null ? "not read" : number(check.roomC(), 1) + " °C" + (check.roomFit() ? "" : ", outside 15 to 25 °C"), number(check.leastS() / 60, 0),
                check.reason(), zone.getId(), check.note(), check.unit().sign(),
                check.unit().differenceSign(),
                check.references().stream().map(each -> new Known(each.name(), number(each.stated(), 2), basis(each.basis()), number(each.correction(), 2),
                        each.validTo() == null ? "none" : each.validTo() + (check.expired().contains(each.name()) ? ", past" : ""))).toList(),
                Stream.of(outcome(check.offsetThen(), check.found(), check.place()), outcome(check.offset(), check.left(), check.place())).flatMap(Optional::stream).toList(),
                check.references().stream().map(ReferenceView::name).toList(), tables,
                check.entries().stream().map(entry -> new Entry(when.format(entry.writtenAt()), entry.author(), what(entry), entry.note())).toList());
        return PdfPrinter.of(PdfPrinter.Format.A4, "Check of " + controller + ", " + when.format(check.begunAt()), CHECK, page);
    }

    private static String what(EntryView entry) {
        return switch (entry.kind()) {
            case WITHDRAWN -> "a row withdrawn";
            case RESTORED -> "a withdrawn row counts again";
            case OFFSET -> "offset " + number(entry.offset(), 2) + " keyed in and saved, settings " + entry.settingsNumber();
            case CLOSED -> "closed";
            case REOPENED -> "opened again";
        };
    }

    private static String basis(Reference.Basis basis) {
        return switch (basis) {
            case CERTIFICATE -> ", certificate, k = 2";
            case LIMITS -> ", maker's limits";
            case STANDARD -> ", standard uncertainty";
        };
    }

    private static Optional<Outcome> outcome(double offset, CheckAnswer answer, CheckSession.Place place) {
        return Optional.ofNullable(answer)
                .map(told -> new Outcome(number(offset, 2), told.settling().settled(), number(Math.abs(told.error()), 2), told.error() < 0 ? "less than" : "more than",
                        place == CheckSession.Place.PROBE ? "the references beside the probe" : "the occupant has", number(told.expandedUncertainty(), 2), told.rowsUsed(),
                        number(told.settling().spanS() / 60, 0), told.odd(), told.parts().stream().map(part -> new Part(part.what(), number(part.standard(), 3))).toList()));
    }
}
