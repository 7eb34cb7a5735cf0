package kilnward.server.wire;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import kilnward.core.device.Parameter;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.finding.Unit;

/**
 * One judgement on the wire.
 *
 * @param numbers  the numbers that slots in its texts name
 * @param names    what people called the things that slots in its texts name
 * @param about    id of the controller, probe or appliance it is about; empty for the chamber
 * @param explains what else is found only because of it; its remedy is theirs
 */
public record FindingAnswer(String code, Severity severity, String title, String reason, Map<String, QuantityAnswer> numbers, Map<String, String> names,
        String about, RemedyAnswer remedy, List<SymptomAnswer> explains) {
    /** A number with its unit. */
    public record QuantityAnswer(double value, Unit unit) {
        static Map<String, QuantityAnswer> of(Map<String, QuantityValue> numbers) {
            Map<String, QuantityAnswer> answers = new TreeMap<>();
            numbers.forEach((name, quantity) -> answers.put(name, new QuantityAnswer(quantity.value(), quantity.unit())));
            return answers;
        }
    }

    /** A value to put in. */
    public record ChangeAnswer(String controllerId, Parameter parameter, double value) {
    }

    /** What to do about a finding: values that have been tried, or words. */
    public record RemedyAnswer(String text, Step step, List<ChangeAnswer> changes) {
    }

    /** What is found only because of something else. */
    public record SymptomAnswer(String code, Severity severity, String title, String reason, Map<String, QuantityAnswer> numbers, Map<String, String> names) {
    }

    /** Lays a finding of the core out for the wire. */
    public static FindingAnswer of(Finding finding) {
        return new FindingAnswer(finding.code(), finding.severity(), finding.title(), finding.reason(), QuantityAnswer.of(finding.numbers()), finding.names(),
                finding.about().id(), new RemedyAnswer(finding.remedy().text(), finding.remedy().step(), finding.remedy().changes().stream()
                        .map(change -> new ChangeAnswer(change.controllerId(), Parameter.valueOf(change.parameter()), change.value())).toList()),
                finding.explains().stream().map(symptom -> new SymptomAnswer(symptom.code(), symptom.severity(), symptom.title(), symptom.reason(),
                        QuantityAnswer.of(symptom.numbers()), symptom.names())).toList());
    }

    /** Numbers for the slots of a sentence. */
    public static Map<String, QuantityAnswer> answers(Map<String, QuantityValue> numbers) {
        return QuantityAnswer.of(numbers);
    }
}
