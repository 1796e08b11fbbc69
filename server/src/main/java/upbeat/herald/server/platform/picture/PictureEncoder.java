package upbeat.herald.server.platform.picture;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import upbeat.herald.core.HeraldException;

/**
 * Pictures that people load: read by their content and not by their name, drawn anew in the size that is used, so that
 * nothing else of the file is kept.
 */
public final class PictureEncoder {
    private static final int LARGEST_FILE = 5 << 20;
    private static final long MOST_PIXELS = 40_000_000;

    static {
        ImageIO.setUseCache(false);
    }

    private PictureEncoder() {}

    /** @param width,height in pixels */
    public record Png(byte[] bytes, int width, int height) {}

    /** The picture as PNG, made smaller to fit, never larger. @throws HeraldException where it is none, or too large */
    public static Png toPng(byte[] file, int mostWidth, int mostHeight) {
        if (file.length == 0) throw new HeraldException("file", "The file is empty");
        if (file.length > LARGEST_FILE)
            throw new HeraldException(
                    "file",
                    "The picture is larger than " + (LARGEST_FILE >> 20) + " MB. Make it smaller and try again");
        BufferedImage picture = read(file);
        double scale = Math.min(
                1, Math.min(mostWidth / (double) picture.getWidth(), mostHeight / (double) picture.getHeight()));
        int width = Math.max(1, (int) Math.round(picture.getWidth() * scale));
        int height = Math.max(1, (int) Math.round(picture.getHeight() * scale));
        BufferedImage small = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        Graphics2D g = small.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        g.setRenderingHint(RenderingHints.KEY_RENDERING, RenderingHints.VALUE_RENDER_QUALITY);
        g.drawImage(picture, 0, 0, width, height, null);
        g.dispose();
        return new Png(write(small), width, height);
    }

    /** One pixel that can't be seen, for where a picture should be and can't be had. */
    public static byte[] empty() {
        return write(new BufferedImage(1, 1, BufferedImage.TYPE_INT_ARGB));
    }

    private static byte[] write(BufferedImage picture) {
        try {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            ImageIO.write(picture, "png", out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new IllegalStateException("A picture in memory can always be written", e);
        }
    }

    /** Its size is looked at before its pixels are read: a small file can hold a picture that fills the memory. */
    private static BufferedImage read(byte[] file) {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(file))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext())
                throw new HeraldException("file", "This file can't be used as a picture. Save it as PNG or JPEG");
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                if ((long) reader.getWidth(0) * reader.getHeight(0) > MOST_PIXELS)
                    throw new HeraldException(
                            "file", "The picture has more than 40 million pixels. Make it smaller and try again");
                return reader.read(0);
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) {
            if (e instanceof HeraldException known) throw known;
            throw new HeraldException("file", "The picture can't be read; the file may be damaged");
        }
    }
}
