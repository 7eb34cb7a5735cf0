package kilnward.server.imports;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.running.Attacks;
import org.junit.jupiter.api.Test;

/** Spreadsheets that are small and become very large: each is refused while it is unpacked, and nothing of it is kept. */
class SheetScanTest {
    /** A spreadsheet with one part in which something stands again and again. */
    private static byte[] repeated(String part, String head, String again, int times) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.putNextEntry(new ZipEntry(part));
            zip.write(head.getBytes(StandardCharsets.UTF_8));
            byte[] many = again.repeat(1000).getBytes(StandardCharsets.UTF_8);
            for (int i = 0; i < times / 1000; i++) {
                zip.write(many);
            }
        }
        return out.toByteArray();
    }

    private static void refused(String why, byte[] file) {
        long free = Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
        RefusedValueException refused = assertThrows(RefusedValueException.class, () -> LogFile.of(file));
        assertTrue(refused.getMessage().contains(why), refused.getMessage());
        assertEquals("file", refused.field());
        assertTrue(Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory() - free < 400_000_000, "nothing of it is kept");
    }

    @Test
    void thirtyMillionStrings() throws IOException {
        byte[] bomb = repeated("xl/sharedStrings.xml", "<sst>", "<si/>", 30_000_000);
        assertTrue(bomb.length < 1_500_000, "it is small: " + bomb.length);
        long began = System.nanoTime();
        refused("different texts", bomb);
        Attacks.tried("a spreadsheet of " + bomb.length / 1024 + " kB with 30 million texts",
                "refused after " + (System.nanoTime() - began) / 1_000_000 + " ms, nothing of it kept");
        refused("different texts", repeated("xl/other.xml", "<x:sst>", "<x:si><x:t>a</x:t></x:si>", 600_000));
        refused("different texts", repeated("xl/sharedStrings.xml", "<sst><si><t>", "and more and more and more and more</t></si><si><t>", 2_000_000));
    }

    @Test
    void oneRowThatIsAllOfIt() throws IOException {
        refused("columns", repeated("xl/worksheets/sheet1.xml", "<sheetData><row>", "<c><v>1</v></c>", 1_000_000));
        refused("columns", repeated("xl/worksheets/sheet1.xml", "<sheetData>", "<row><c r=\"ZZZZZZ1\"><v>1</v></c></row>", 1000));
        refused("longer", repeated("xl/worksheets/sheet1.xml", "<sheetData><row><c t=\"inlineStr\"><is><t>", "aaaaaaaaaa", 10_000_000));
    }

    @Test
    void whatStandsBesideItsRows() throws IOException {
        refused("beside its rows", repeated("xl/styles.xml", "<styleSheet>", "<xf/>", 5_000_000));
        refused("entities", repeated("xl/worksheets/sheet1.xml", "<!DOCTYPE a [<!ENTITY b \"c\">]>", "&b;", 1000));
    }
}
