package upbeat.herald.server.delivery.letter;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Optional;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.ConnectionCheck;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;

/** Writes each letter as a PDF under the message's id, so that a second hand-over overwrites the first. */
final class LetterGateway implements Gateway {
    private static final float LEFT = 70;
    private static final float TOP = 740;
    private static final float LINE = 16;

    private final Path folder;

    LetterGateway(String folder) {
        this.folder = Path.of(folder);
    }

    @Override
    public Channel channel() {
        return new LetterChannel();
    }

    @Override
    public int parallelism() {
        return 1;
    }

    @Override
    public boolean isIdempotent() {
        return true;
    }

    @Override
    public HandOver handOver(OutgoingMessage message) {
        try (PDDocument pdf = new PDDocument()) {
            PDPage page = new PDPage(PDRectangle.A4);
            pdf.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(pdf, page)) {
                content.beginText();
                content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 11);
                content.setLeading(LINE);
                content.newLineAtOffset(LEFT, TOP);
                String letter = message.to().replace(", ", "\n") + "\n\n"
                        + message.content().text();
                for (String line : letter.split("\n")) {
                    content.showText(line);
                    content.newLine();
                }
                content.endText();
            }
            Files.createDirectories(folder);
            // Whoever takes letters from the folder finds whole ones only.
            Path unfinished = folder.resolve(message.id() + ".part");
            pdf.save(unfinished.toFile());
            Files.move(unfinished, folder.resolve(message.id() + ".pdf"), StandardCopyOption.ATOMIC_MOVE);
            return new HandOver.Accepted(message.id());
        } catch (IOException e) {
            return new HandOver.Away("The folder for letters can't be written to");
        }
    }

    @Override
    public ConnectionCheck checkConnection() {
        return new ConnectionCheck(true, "Letters go to " + folder);
    }

    @Override
    public Optional<String> findOutage() {
        return Optional.empty();
    }
}
