package kilnward.server.running;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/** What attackers tried and what came of it, a row each in target/attacks.md: {@code ./kiln soak --keep} takes it into docs/security.md. */
public final class Attacks {
    private Attacks() {
    }

    /** Notes one; nothing where no soak is run. */
    public static void tried(String what, String came) {
        if (Boolean.getBoolean("kiln.soak")) {
            try {
                Files.writeString(Path.of("target", "attacks.md"), "| " + what + " | " + came + " |\n", StandardOpenOption.CREATE, StandardOpenOption.APPEND);
            } catch (IOException full) {
                throw new UncheckedIOException(full);
            }
        }
    }
}
