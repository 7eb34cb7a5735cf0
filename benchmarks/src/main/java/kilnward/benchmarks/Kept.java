package kilnward.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** Keeps what was measured in a page of the documentation, between two marks, with the day, so that nobody has to type a figure. */
public final class Kept {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.UK);

    private Kept() {
    }

    /** @param arguments a page, the name of a place in it, and a file with what stands there from now on */
    public static void main(String[] arguments) throws IOException {
        into(Path.of(arguments[0]), arguments[1], Files.readString(Path.of(arguments[2])), LocalDate.now());
    }

    /**
     * Writes it into the page.
     *
     * @throws IllegalStateException where the page has no such place
     */
    static void into(Path page, String place, String measured, LocalDate day) throws IOException {
        String begin = "<!-- measured: " + place + " -->\n";
        String end = "<!-- end: " + place + " -->";
        String text = Files.readString(page);
        int from = text.indexOf(begin);
        int to = text.indexOf(end);
        if (from < 0 || to < from) {
            throw new IllegalStateException(page + " has no place for " + place);
        }
        Files.writeString(page, text.substring(0, from + begin.length()) + "\n" + measured.strip() + "\n\n" + DAY.format(day) + ".\n\n" + text.substring(to));
    }
}
