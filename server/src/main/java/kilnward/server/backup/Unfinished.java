package kilnward.server.backup;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Optional;

/**
 * That the database is being made anew from a file, noted on disk beside the backups before anything of it is touched: whoever is killed meanwhile leaves the note, and who comes next
 * knows that what the database holds is half of something.
 */
final class Unfinished {
    private final Path note;

    Unfinished(Path folder) {
        this.note = folder.resolve("unfinished");
    }

    /** What was going on. */
    enum Work {
        /** Somebody restores a file. */
        RESTORE,
        /** The records are brought up to another version; the file is what they were before. */
        UPGRADE
    }

    /** What was left, and the file it is of. */
    record Left(Work work, Path file) {
    }

    /** Something begins. */
    void begin(Work work, Path file) throws IOException {
        Path fresh = note.resolveSibling("unfinished.new");
        Files.write(fresh, List.of(work.name(), file.toAbsolutePath().toString()));
        try (FileChannel kept = FileChannel.open(fresh, StandardOpenOption.WRITE)) {
            kept.force(true);
        }
        Files.move(fresh, note, StandardCopyOption.ATOMIC_MOVE);
    }

    /** It came to its end. */
    void end() throws IOException {
        Files.deleteIfExists(note);
    }

    /** What did not; empty where nothing was left. */
    Optional<Left> left() throws IOException {
        try {
            List<String> lines = Files.readAllLines(note, StandardCharsets.UTF_8);
            return Optional.of(new Left(Work.valueOf(lines.get(0)), Path.of(lines.get(1))));
        } catch (NoSuchFileException none) {
            return Optional.empty();
        }
    }
}
