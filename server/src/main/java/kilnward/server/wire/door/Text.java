package kilnward.server.wire.door;

import java.text.Normalizer;
import java.util.Optional;
import java.util.regex.Pattern;

/** The one rule for all text that comes in: composed (NFC), whole characters only, and nothing that cannot be seen but line breaks where there may be any. */
public final class Text {
    private static final Pattern FORMULA = Pattern.compile("(^|[;,\\t\\r\\n])(?=[=+\\-@])");

    private Text() {
    }

    /** The text as it is kept; lines end in a line feed. */
    public static String kept(String text) {
        return Normalizer.normalize(text.replace("\r\n", "\n"), Normalizer.Form.NFC);
    }

    /**
     * What is wrong with a text, as the end of a sentence; empty where nothing is.
     *
     * @param lines whether it may go over several lines
     */
    public static Optional<String> wrong(String text, boolean lines) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (Character.isHighSurrogate(c) && i + 1 < text.length() && Character.isLowSurrogate(text.charAt(i + 1))) {
                i++;
            } else if (Character.isSurrogate(c)) {
                return Optional.of("must not have half a character in it (position " + (i + 1) + ")");
            } else if (c == '\uFFFE' || c == '\uFFFF' || Character.isISOControl(c) && !(lines && (c == '\n' || c == '\t'))) {
                return Optional.of("must not have control characters in it (position " + (i + 1) + ")" + (c == '\n' ? ": it is one line" : ""));
            }
        }
        return Optional.empty();
    }

    /** A text as it may stand in a file that a spreadsheet opens: it must not be taken for a formula, whatever is taken for the end of a cell. */
    public static String noFormula(String text) {
        return FORMULA.matcher(text).replaceAll("$1'");
    }
}
