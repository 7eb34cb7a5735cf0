package kilnward.server.api;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.finding.Unit;
import kilnward.core.settings.Parameter;

/** One judgement on the wire; slots in its texts name its numbers. */
public record FindingAnswer(String code, Severity severity, String title, String reason,
                            Map<String, QuantityAnswer> numbers, RemedyAnswer remedy) {
    /** A number with its unit. */
    public record QuantityAnswer(double value, Unit unit) {
    }

    /** A value to put in. */
    public record ChangeAnswer(String controllerId, Parameter parameter, double value) {
    }

    /** What to do about a finding. */
    public record RemedyAnswer(String text, Step step, List<ChangeAnswer> changes) {
    }

    /** Lays a finding of the core out for the wire. */
    public static FindingAnswer of(Finding finding) {
        Map<String, QuantityAnswer> numbers = new TreeMap<>();
        finding.numbers().forEach((name, quantity) ->
                numbers.put(name, new QuantityAnswer(quantity.value(), quantity.unit())));
        return new FindingAnswer(finding.code(), finding.severity(), finding.title(), finding.reason(), numbers,
                new RemedyAnswer(finding.remedy().text(), finding.remedy().step(), finding.remedy().changes().stream()
                        .map(change -> new ChangeAnswer(change.controllerId(), Parameter.valueOf(change.parameter()),
                                change.value())).toList()));
    }
}
