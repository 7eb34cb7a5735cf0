package kilnward.core.judgement;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import kilnward.core.Osier;
import kilnward.core.finding.Finding;
import kilnward.core.proposal.Assessment;
import kilnward.core.proposal.Proof;
import kilnward.core.setup.Setup;

/** What is said of a setup, for tests: causes and symptoms alike. */
public final class Said {
    private Said() {
    }

    /** All findings as they are told, symptoms behind their causes. */
    public static List<Finding> all(Setup setup) {
        return Assessment.of(setup, Osier.night(12)).findings().stream().flatMap(cause -> Stream.concat(Stream.of(cause), cause.explains().stream())).toList();
    }

    /** The first finding of a code. */
    public static Optional<Finding> find(Setup setup, String code) {
        return all(setup).stream().filter(finding -> finding.code().equals(code)).findFirst();
    }

    /** The setup with the values of a finding's remedy put in; it has some. */
    public static Setup pressed(Setup setup, Finding finding) {
        assertTrue(finding.remedy().isOnePress(), finding.code() + " has values to put in: " + finding.remedy());
        return Proof.with(setup, finding.remedy());
    }
}
