package kilnward.server.check;

import static kilnward.server.wire.print.PdfPrinter.number;
import static kilnward.server.wire.print.PdfPrinter.text;

import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import kilnward.core.calibration.CheckSession;
import kilnward.core.calibration.Reference;
import kilnward.core.calibration.Uncertainty;
import kilnward.core.probe.DisplayUnit;
import kilnward.server.check.CheckController.CheckAnswer;
import kilnward.server.check.CheckViews.CheckView;
import kilnward.server.check.CheckViews.EntryView;
import kilnward.server.check.CheckViews.ReferenceView;
import kilnward.server.check.CheckViews.RowView;
import kilnward.server.wire.print.PdfPrinter;

/** The record of one check on paper. */
final class CheckPdf {
    private static final int ROWS_A_TABLE = 100;

    private CheckPdf() {
    }

    /**
     * @param chamber    what the keeper calls the chamber
     * @param controller what the keeper calls the controller
     * @param zone       the chamber's own time zone
     */
    static byte[] of(String chamber, String controller, CheckView check, ZoneId zone) {
        DateTimeFormatter when = DateTimeFormatter.ofPattern("d MMM yyyy, HH:mm", Locale.UK).withZone(zone);
        String unit = check.unit() == DisplayUnit.RH ? "%RH" : "°" + check.unit();
        String difference = check.unit() == DisplayUnit.RH ? "points" : check.unit() == DisplayUnit.F ? "°F" : "K";
        StringBuilder page = new StringBuilder("<h1>Check of ").append(text(controller)).append("</h1><p>").append(text(chamber)).append(" · begun by ")
                .append(text(check.author())).append(", ").append(when.format(check.begunAt())).append(" · ").append(check.place() == CheckSession.Place.PROBE
                        ? "reference beside the probe: sensor error" : "reference at the occupant: placement difference")
                .append("</p>");
        page.append("<p>Room ").append(check.roomC() == null ? "not read" : number(check.roomC(), 1) + " °C" + (check.roomFit() ? "" : ", outside 15 to 25 °C"))
                .append(". Steady for at least ").append(number(check.leastS() / 60, 0)).append(" min").append(check.reason().isEmpty() ? "" : ": " + text(check.reason()))
                .append(". Times are those of ").append(text(zone.getId())).append(".</p>");
        if (!check.note().isEmpty()) {
            page.append("<p>").append(text(check.note())).append("</p>");
        }
        page.append("<table><tr><th>reference</th><th>uncertainty</th><th>correction</th><th>certificate to</th></tr>");
        for (ReferenceView each : check.references()) {
            page.append("<tr><td>").append(text(each.name())).append("</td><td>± ").append(number(each.stated(), 2)).append(' ').append(difference).append(basis(each.basis()))
                    .append("</td><td>").append(number(each.correction(), 2)).append(' ').append(difference).append("</td><td>")
                    .append(each.validTo() == null ? "none" : each.validTo() + (check.expired().contains(each.name()) ? ", past" : "")).append("</td></tr>");
        }
        page.append("</table>");
        outcome(page, "With the offset at " + number(check.offsetThen(), 2), check.found(), difference, check.place());
        outcome(page, "With the offset at " + number(check.offset(), 2), check.left(), difference, check.place());
        StringBuilder head = new StringBuilder("<table class='rows'><tr><th>when</th><th>display ").append(unit).append("</th>");
        check.references().forEach(each -> head.append("<th>").append(text(each.name())).append("</th>"));
        head.append("<th>by</th><th></th></tr>");
        page.append(head);
        int onTable = 0;
        for (RowView row : check.rows()) {
            // Laying out one table takes the longer the longer it is: many short ones take a tenth of the time, and each begins with what its columns are.
            if (++onTable > ROWS_A_TABLE) {
                page.append("</table>").append(head);
                onTable = 1;
            }
            page.append("<tr><td>").append(when.format(row.at())).append("</td><td>").append(number(row.display(), 2)).append("</td>");
            check.references().forEach(each -> page.append("<td>").append(row.references().containsKey(each.name()) ? number(row.references().get(each.name()), 2) : "")
                    .append("</td>"));
            page.append("<td>").append(text(row.author())).append("</td><td class='quiet'>")
                    .append(row.withdrawn() ? "withdrawn" : row.late() ? "written later" : row.sure() ? "asked and confirmed" : "").append("</td></tr>");
        }
        page.append("</table>");
        for (EntryView entry : check.entries()) {
            page.append("<p>").append(when.format(entry.writtenAt())).append(", ").append(text(entry.author())).append(": ").append(switch (entry.kind()) {
                case WITHDRAWN -> "a row withdrawn";
                case RESTORED -> "a withdrawn row counts again";
                case OFFSET -> "offset " + number(entry.offset(), 2) + " keyed in and saved, settings " + entry.settingsNumber();
                case CLOSED -> "closed";
                case REOPENED -> "opened again";
            }).append(entry.note().isEmpty() ? "" : ". " + text(entry.note())).append("</p>");
        }
        page.append("<p class='quiet'>Uncertainties are expanded, coverage factor 2, about 95 % (JCGM 100:2008). A record for its keeper; no certificate.</p>");
        return PdfPrinter.of(PdfPrinter.Format.A4, "Check of " + controller + ", " + when.format(check.begunAt()), page.toString());
    }

    private static String basis(Reference.Basis basis) {
        return switch (basis) {
            case CERTIFICATE -> ", certificate, k = 2";
            case LIMITS -> ", maker's limits";
            case STANDARD -> ", standard uncertainty";
        };
    }

    private static void outcome(StringBuilder page, String title, CheckAnswer answer, String difference, CheckSession.Place place) {
        if (answer == null) {
            return;
        }
        page.append("<p><b>").append(title).append(":</b> ").append(answer.settling().settled() ? "" : "not settled; ").append("the display shows ")
                .append(number(Math.abs(answer.error()), 2)).append(' ').append(difference).append(answer.error() < 0 ? " less" : " more").append(" than ")
                .append(place == CheckSession.Place.PROBE ? "the references beside the probe" : "the occupant has").append(", ± ").append(number(answer.expandedUncertainty(), 2))
                .append(' ').append(difference)
                .append(", from ").append(answer.rowsUsed()).append(" rows over ").append(number(answer.settling().spanS() / 60, 0)).append(" min.");
        if (answer.odd() != null) {
            page.append(' ').append(text(answer.odd())).append(" disagrees with the others and was left out.");
        }
        page.append("</p><p class='quiet'>Standard uncertainties in quadrature: ");
        for (int i = 0; i < answer.parts().size(); i++) {
            Uncertainty.Part part = answer.parts().get(i);
            page.append(i == 0 ? "" : ", ").append(part.what()).append(' ').append(number(part.standard(), 3));
        }
        page.append("</p>");
    }
}
