package upbeat.herald.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/**
 * Reads a label as others do: zbar its bar codes, from the page as poppler prints it, and poppler its text and size.
 */
final class LabelReader {
    /** A plain office printer has twice as many dots. */
    private static final int DOTS_PER_INCH = 300;

    private LabelReader() {}

    /** @param codes what the scanner says, such as {@code CODE-128:R0001}, in their order; {@code size} in points */
    record Label(List<String> codes, String text, String size) {}

    static Label read(byte[] pdf) throws IOException, InterruptedException {
        Path folder = Files.createTempDirectory("label");
        Path file = Files.write(folder.resolve("label.pdf"), pdf);
        run(
                "pdftoppm",
                "-r",
                Integer.toString(DOTS_PER_INCH),
                "-png",
                "-singlefile",
                file.toString(),
                folder + "/page");
        List<String> codes = new ArrayList<>(
                run("zbarimg", "-q", folder + "/page.png").lines().toList());
        codes.sort(null);
        String size = run("pdfinfo", file.toString())
                .lines()
                .filter(l -> l.startsWith("Page size:"))
                .findFirst()
                .orElseThrow();
        return new Label(codes, run("pdftotext", "-layout", file.toString(), "-"), size);
    }

    private static String run(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command)
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(1, TimeUnit.MINUTES)).as(command[0]).isTrue();
        assertThat(process.exitValue()).as(String.join(" ", command)).isZero();
        return out;
    }
}
