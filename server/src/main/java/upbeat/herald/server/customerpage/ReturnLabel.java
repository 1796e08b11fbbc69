package upbeat.herald.server.customerpage;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.oned.Code128Writer;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.PostalAddress;
import upbeat.herald.core.returns.CustomerReturn;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.wording.PageTexts;
import upbeat.herald.core.wording.template.FieldValues;

/**
 * A return's label as PDF: where it goes, its number in Code 128 (ISO/IEC 15417) and in a QR code (ISO/IEC 18004). An
 * A4 page has the label on top, and a slip for the parcel below. The customer isn't named: whoever has the link may
 * print it.
 */
@Component
class ReturnLabel {
    private static final float MM = 72 / 25.4f;
    private static final float MARGIN = 7 * MM;
    /** Of one bar, in points; 0.5 mm, as UPU S10 asks for bars of 0.3 mm or more (from memory). */
    private static final float BAR = 0.5f * MM;
    /** Clear on both sides of the bars, in bars (ISO/IEC 15417: ten). */
    private static final int QUIET = 10;

    private static final float BAR_HEIGHT = 22 * MM;
    private static final float SQUARE = 26 * MM;
    private static final float LINE = 1.25f;
    private static final int MOST_ITEMS = 25;

    byte[] draw(TrackedOrder order, CustomerReturn r, String carrier, boolean withSlip) {
        PageTexts texts =
                PageTexts.load("upbeat.herald.core.returns.page", order.clock().locale());
        try (PDDocument document = new PDDocument();
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            PDRectangle size = withSlip ? PDRectangle.A4 : PDRectangle.A6;
            PDPage page = new PDPage(size);
            document.addPage(page);
            document.getDocumentInformation().setTitle(r.label().trackingNumber());
            document.getDocumentCatalog().setLanguage(texts.locale().toLanguageTag());
            PDFont font = LabelFont.load(document);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                float left = (size.getWidth() - PDRectangle.A6.getWidth()) / 2;
                label(new Pen(content, font), left, size.getHeight(), order, r, carrier);
                if (withSlip) slip(new Pen(content, font), size, order, r, texts);
            }
            document.save(out);
            return out.toByteArray();
        } catch (IOException | WriterException e) {
            throw new UncheckedIOException(e instanceof IOException io ? io : new IOException(e));
        }
    }

    private static void label(Pen pen, float left, float top, TrackedOrder order, CustomerReturn r, String carrier)
            throws IOException, WriterException {
        float width = PDRectangle.A6.getWidth() - 2 * MARGIN;
        float x = left + MARGIN;
        float y = top - MARGIN;
        y = pen.write(carrier, x, y, 12, width);
        pen.line(x, y - 4, width);
        y -= 12;
        for (String line :
                addressOf(Objects.requireNonNull(order.brand().returns().address())))
            y = pen.write(line, x, y, 15, width);
        float bottom = top - PDRectangle.A6.getHeight() + MARGIN;
        String number = r.label().trackingNumber();
        pen.square(qr(number), left + PDRectangle.A6.getWidth() - MARGIN - SQUARE, bottom + 42 * MM);
        pen.write(order.brand().name(), x, bottom + 60 * MM, 10, width - SQUARE);
        pen.write(order.order().number(), x, bottom + 54 * MM, 14, width - SQUARE);
        pen.line(x, bottom + 38 * MM, width);
        pen.bars(
                new Code128Writer().encode(number, BarcodeFormat.CODE_128, 0, 1, Map.of(EncodeHintType.MARGIN, 0)),
                left,
                PDRectangle.A6.getWidth(),
                bottom + 10 * MM);
        pen.writeCentred(spaced(number), left, PDRectangle.A6.getWidth(), bottom + 8 * MM, 13);
    }

    /** In the way of the country, which stands last in capitals (UPU S42, from memory). */
    private static List<String> addressOf(Order.ShipTo to) {
        List<String> lines = new ArrayList<>(PostalAddress.lines(to, FieldValues::oneLine));
        if (to.country() != null)
            lines.add(new Locale("", to.country())
                    .getDisplayCountry(Locale.ENGLISH)
                    .toUpperCase(Locale.ROOT));
        return lines;
    }

    private static void slip(Pen pen, PDRectangle size, TrackedOrder order, CustomerReturn r, PageTexts texts)
            throws IOException {
        float x = 20 * MM;
        float width = size.getWidth() - 2 * x;
        float y = size.getHeight() - PDRectangle.A6.getHeight() - 2 * MM;
        pen.dashed(0, y, size.getWidth());
        y = pen.write(texts.plain("slip"), x, y - 8 * MM, 12, width) - 8;
        y = pen.write(
                texts.plain("slip.order") + ": " + order.order().number() + " · "
                        + order.brand().name(),
                x,
                y,
                12,
                width);
        y = pen.write(texts.plain("number") + ": " + spaced(r.label().trackingNumber()), x, y, 12, width);
        y = pen.write(
                        texts.plain("slip.reason") + ": "
                                + texts.plain("reason." + r.reason().code()),
                        x,
                        y,
                        12,
                        width)
                - 8;
        for (CustomerReturn.Item item :
                r.items().subList(0, Math.min(MOST_ITEMS, r.items().size())))
            y = pen.write(item.quantity() + " × " + item.name(), x, y, 12, width);
        if (r.items().size() > MOST_ITEMS) pen.write("+ " + (r.items().size() - MOST_ITEMS), x, y, 12, width);
    }

    /** In groups that are read out easily. */
    private static String spaced(String number) {
        return number.matches("[A-Z]{2}\\d{9}[A-Z]{2}")
                ? number.replaceFirst("(..)(....)(....)(.)(..)", "$1 $2 $3 $4 $5")
                : number;
    }

    private static BitMatrix qr(String number) throws WriterException {
        return new QRCodeWriter()
                .encode(
                        number,
                        BarcodeFormat.QR_CODE,
                        0,
                        0,
                        Map.of(EncodeHintType.MARGIN, 0, EncodeHintType.ERROR_CORRECTION, ErrorCorrectionLevel.M));
    }

    /** Draws text and bars. */
    private record Pen(PDPageContentStream content, PDFont font) {
        private static final float SMALLEST = 6;

        /** One line, smaller where it is long. @return where the next one begins */
        float write(String text, float x, float top, float size, float width) throws IOException {
            String known = LabelFont.printable(font, text);
            float needed = font.getStringWidth(known) / 1000 * size;
            float fitting = needed <= width ? size : Math.max(SMALLEST, size * width / needed);
            content.beginText();
            content.setFont(font, fitting);
            content.newLineAtOffset(x, top - size);
            content.showText(LabelFont.cut(font, known, fitting, width));
            content.endText();
            return top - size * LINE;
        }

        void writeCentred(String text, float left, float width, float top, float size) throws IOException {
            float needed = font.getStringWidth(text) / 1000 * size;
            write(text, left + (width - needed) / 2, top, size, width);
        }

        void line(float x, float y, float width) throws IOException {
            content.setLineWidth(1);
            content.moveTo(x, y);
            content.lineTo(x + width, y);
            content.stroke();
        }

        void dashed(float x, float y, float width) throws IOException {
            content.setLineDashPattern(new float[] {4, 4}, 0);
            line(x, y, width);
            content.setLineDashPattern(new float[0], 0);
        }

        void bars(BitMatrix code, float left, float width, float bottom) throws IOException {
            float bar = Math.min(BAR, width / (code.getWidth() + 2 * QUIET));
            float x = left + (width - bar * code.getWidth()) / 2;
            for (int i = 0; i < code.getWidth(); i++)
                if (code.get(i, 0)) content.addRect(x + i * bar, bottom, bar, BAR_HEIGHT);
            content.fill();
        }

        void square(BitMatrix code, float x, float bottom) throws IOException {
            float dot = SQUARE / code.getWidth();
            for (int row = 0; row < code.getHeight(); row++)
                for (int i = 0; i < code.getWidth(); i++)
                    if (code.get(i, row)) content.addRect(x + i * dot, bottom + SQUARE - (row + 1) * dot, dot, dot);
            content.fill();
        }
    }
}
