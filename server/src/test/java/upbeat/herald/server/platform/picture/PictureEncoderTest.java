package upbeat.herald.server.platform.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.HeraldException;

class PictureEncoderTest {
    private static byte[] picture(int width, int height, String format) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB), format, out);
        return out.toByteArray();
    }

    @Test
    void aLargePictureIsMadeToFitAndASmallOneStays() throws IOException {
        PictureEncoder.Png large = PictureEncoder.toPng(picture(1200, 300, "png"), 600, 600);
        assertThat(large.width()).isEqualTo(600);
        assertThat(large.height()).isEqualTo(150);
        PictureEncoder.Png small = PictureEncoder.toPng(picture(40, 30, "png"), 600, 600);
        assertThat(small.width()).isEqualTo(40);
        assertThat(small.height()).isEqualTo(30);
    }

    @Test
    void aJpegComesOutAsPng() throws IOException {
        PictureEncoder.Png png = PictureEncoder.toPng(picture(20, 10, "jpg"), 600, 600);
        BufferedImage read = ImageIO.read(new ByteArrayInputStream(png.bytes()));
        assertThat(read.getWidth()).isEqualTo(20);
        // The PNG signature: W3C Portable Network Graphics, section 5.2.
        assertThat(Arrays.copyOf(png.bytes(), 8))
                .isEqualTo(new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'});
    }

    @Test
    void whatIsNoPictureIsRefused() {
        assertThatThrownBy(() -> PictureEncoder.toPng(new byte[0], 600, 600))
                .isInstanceOf(HeraldException.class)
                .hasMessage("The file is empty");
        assertThatThrownBy(() -> PictureEncoder.toPng(
                        "<svg xmlns='http://www.w3.org/2000/svg'/>".getBytes(StandardCharsets.UTF_8), 600, 600))
                .hasMessageContaining("Save it as PNG or JPEG");
        assertThatThrownBy(() -> PictureEncoder.toPng(new byte[(5 << 20) + 1], 600, 600))
                .hasMessageContaining("larger than 5 MB");
    }

    @Test
    void aDamagedPictureIsRefused() throws IOException {
        byte[] whole = picture(200, 200, "png");
        assertThatThrownBy(() -> PictureEncoder.toPng(Arrays.copyOf(whole, 40), 600, 600))
                .isInstanceOf(HeraldException.class);
    }

    /** The header says 30,000 x 30,000; no pixels follow. Source of the layout: W3C PNG, sections 5.3 and 11.2.2. */
    @Test
    void aSmallFileThatClaimsToBeHugeIsNotRead() throws IOException {
        byte[] chunk = ByteBuffer.allocate(17)
                .put("IHDR".getBytes(StandardCharsets.US_ASCII))
                .putInt(30_000)
                .putInt(30_000)
                .put(new byte[] {8, 2, 0, 0, 0})
                .array();
        CRC32 crc = new CRC32();
        crc.update(chunk);
        ByteBuffer file = ByteBuffer.allocate(8 + 4 + 17 + 4)
                .put(new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'})
                .putInt(13)
                .put(chunk)
                .putInt((int) crc.getValue());
        assertThatThrownBy(() -> PictureEncoder.toPng(file.array(), 600, 600))
                .hasMessageContaining("40 million pixels");
    }
}
