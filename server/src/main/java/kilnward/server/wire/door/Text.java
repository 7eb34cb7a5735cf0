package kilnward.server.wire.door;

import java.text.Normalizer;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** The one rule for all text that comes in: composed (NFC), whole characters only, and nothing that cannot be seen but line breaks where there may be any. */
public final class Text {
    private static final Pattern FORMULA = Pattern.compile("(^|[;,\\t\\r\\n])(?=[=+\\-@])");

    /** Control and format characters, bidirectional ones among them, fillers and selectors of variants (Unicode: default ignorable). */
    private static final Pattern INVISIBLE = Pattern.compile(
            "[\\p{Cf}\\p{Cc}\\p{Zl}\\p{Zp}\\u034F\\u115F\\u1160\\u17B4\\u17B5\\u180B-\\u180F\\u2800\\u3164\\uFFA0\\uFE00-\\uFE0F\\x{E0000}-\\x{E0FFF}]");
    private static final Pattern SPACES = Pattern.compile("\\s+");

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

    /** Whether a text has something in it that is not seen: it could pass for another text. */
    public static boolean hasInvisible(String text) {
        return INVISIBLE.matcher(text).find();
    }

    /**
     * The form in which names and addresses are compared: compatible characters are one (NFKC), so are capitals and small letters; what is not seen does not count, nor how wide a
     * space is.
     */
    public static String canonical(String text) {
        String composed = INVISIBLE.matcher(Normalizer.normalize(text, Normalizer.Form.NFKC)).replaceAll("");
        // Up and down: some letters have two small forms.
        String folded = composed.toUpperCase(Locale.ROOT).toLowerCase(Locale.ROOT);
        return SPACES.matcher(Normalizer.normalize(folded, Normalizer.Form.NFKC)).replaceAll(" ").strip();
    }

    /** A text as it may stand in a file that a spreadsheet opens: it must not be taken for a formula, whatever is taken for the end of a cell. */
    public static String noFormula(String text) {
        return FORMULA.matcher(text).replaceAll("$1'");
    }
}
