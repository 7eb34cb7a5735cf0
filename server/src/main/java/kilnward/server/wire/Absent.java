package kilnward.server.wire;

import java.util.OptionalDouble;

/** What core leaves empty is null on the wire. */
public final class Absent {
    private Absent() {
    }

    public static Double orNull(OptionalDouble value) {
        return value.isPresent() ? value.getAsDouble() : null;
    }
}
