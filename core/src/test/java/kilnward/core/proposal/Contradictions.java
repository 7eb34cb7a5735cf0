package kilnward.core.proposal;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import kilnward.core.device.Parameter;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.setup.Setup;

/** What no two findings of one chamber may say: that one remedy asks for what another forbids. */
final class Contradictions {
    /** Words that must not stand in two remedies of one chamber. */
    private static final List<String[]> OPPOSED = List.of(new String[] {"let more air through", "let less air through"}, new String[] {"a stronger heater", "a weaker heater"},
            new String[] {"set it higher", "set it lower"}, new String[] {"keep the room warmer", "keep the room cooler"}, new String[] {"cover what is wet", "moisten with"},
            new String[] {"let the humidifier start sooner", "let the humidifier stop sooner"});

    private Contradictions() {
    }

    /** Each pair that contradicts itself, in words. */
    static List<String> among(Setup setup, List<Finding> findings) {
        List<String> wrong = new ArrayList<>();
        for (int i = 0; i < findings.size(); i++) {
            for (int j = i + 1; j < findings.size(); j++) {
                Finding one = findings.get(i);
                Finding other = findings.get(j);
                if (contradict(setup, one, other)) {
                    wrong.add(one.code() + " says \"" + one.remedy().text() + "\", " + other.code() + " says \"" + other.remedy().text() + "\"");
                }
            }
        }
        return wrong;
    }

    private static boolean contradict(Setup setup, Finding one, Finding other) {
        String first = one.remedy().text().toLowerCase(Locale.ROOT);
        String second = other.remedy().text().toLowerCase(Locale.ROOT);
        boolean words = OPPOSED.stream().anyMatch(pair -> first.contains(pair[0]) && second.contains(pair[1]) || first.contains(pair[1]) && second.contains(pair[0]));
        boolean keys = one.remedy().changes().stream().anyMatch(change -> other.remedy().changes().stream()
                .anyMatch(against -> change.controllerId().equals(against.controllerId()) && change.parameter().equals(against.parameter())
                        && way(setup, change) * way(setup, against) < 0));
        return words || keys || sizes(one, other) || sizes(other, one);
    }

    private static double way(Setup setup, Remedy.Change change) {
        return Math.signum(
                change.value() - setup.controller(change.controllerId()).settings().value(Parameter.valueOf(change.parameter())).orElse(change.value()));
    }

    /** A heater of at least so much, and one of at most less. */
    private static boolean sizes(Finding weak, Finding strong) {
        return weak.code().equals("heater-too-small") && (strong.code().equals("dimmer-would-fit") || strong.remedy().text().contains("{harmlessW}")
                && strong.numbers().get("harmlessW").value() < weak.numbers().get("wantW").value());
    }
}
