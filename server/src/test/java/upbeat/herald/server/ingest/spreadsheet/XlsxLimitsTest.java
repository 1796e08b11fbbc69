package upbeat.herald.server.ingest.spreadsheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.dhatim.fastexcel.Workbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.exchange.Table;

/** A small workbook may ask for more memory than there is; it is refused before it gets any. */
class XlsxLimitsTest {

    private static byte[] workbook() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(out, "test", "1.0")) {
            var sheet = book.newWorksheet("Orders");
            sheet.value(0, 0, "order");
            sheet.value(0, 1, "name");
            sheet.value(1, 0, "T-1");
            sheet.value(1, 1, "Ann");
        }
        return out.toByteArray();
    }

    /** The same workbook with another text in its sheet. */
    private static byte[] changed(String from, String to) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipFile book = ZipFile.builder().setByteArray(workbook()).get();
                ZipOutputStream zip = new ZipOutputStream(out)) {
            for (ZipArchiveEntry e : Collections.list(book.getEntries())) {
                String text = new String(book.getInputStream(e).readAllBytes(), StandardCharsets.UTF_8);
                zip.putNextEntry(new ZipEntry(e.getName()));
                if (e.getName().startsWith("xl/worksheets/")) {
                    assertThat(text).contains(from);
                    text = text.replace(from, to);
                }
                zip.write(text.getBytes(StandardCharsets.UTF_8));
            }
        }
        return out.toByteArray();
    }

    @ParameterizedTest
    @ValueSource(strings = {"r=\"ZZZZZZ2\"", "r='ZZZZZZ2'", "r=\"GT2\"", "r=\"XFD2\"", "r=\"ZZZZZZZZZZZZZZ2\""})
    void aCellFarToTheRightTakesNoMemory(String reference) throws IOException {
        byte[] file = changed("r=\"B2\"", reference);
        long before = used();
        assertThatThrownBy(() -> XlsxReader.read(file))
                .isInstanceOf(HeraldException.class)
                .hasMessageContaining("columns");
        assertThat(used() - before).isLessThan(64L << 20);
    }

    private static long used() {
        Runtime r = Runtime.getRuntime();
        return r.totalMemory() - r.freeMemory();
    }

    @Test
    void theReferenceIsFoundAcrossTheSeamOfTwoParts() {
        XlsxReader.ColumnGuard guard = new XlsxReader.ColumnGuard();
        byte[] first = "<row r=\"2\"><c t=\"s\" r=\"ZZ".getBytes(StandardCharsets.US_ASCII);
        byte[] second = "ZZZ2\"><v>1</v></c>".getBytes(StandardCharsets.US_ASCII);
        guard.check(first, first.length);
        assertThatThrownBy(() -> guard.check(second, second.length)).hasMessageContaining("columns");
    }

    @Test
    void anOrdinaryWorkbookIsRead() throws IOException {
        Table table = XlsxReader.read(workbook());
        assertThat(table.headings()).containsExactly("order", "name");
        assertThat(table.lines()).hasSize(1);
    }
}
