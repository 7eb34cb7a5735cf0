package kilnward.core.finding;

import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;

/**
 * One judgement, with its numbers, its reason and its remedy.
 *
 * @param code     stable name of the kind of finding, in kebab case
 * @param severity how much it wants of the keeper
 * @param title    the judgement in a few words
 * @param reason   why, in a sentence or two; {@code {name}} stands for the number of that name
 * @param numbers  the numbers it rests on; every slot of title, reason and remedy has one
 * @param remedy   what to do
 */
public record Finding(String code, Severity severity, String title, String reason, Map<String, Quantity> numbers,
                      Remedy remedy) {
    private static final Pattern SLOT = Pattern.compile("\\{(\\w+)}");

    public Finding {
        Objects.requireNonNull(code, "code");
        Objects.requireNonNull(severity, "severity");
        numbers = Map.copyOf(numbers);
        for (String text : new String[] {title, reason, remedy.text()}) {
            var slots = SLOT.matcher(text);
            while (slots.find()) {
                if (!numbers.containsKey(slots.group(1))) {
                    throw new IllegalArgumentException(code + " has no number for the slot " + slots.group());
                }
            }
        }
    }
}
