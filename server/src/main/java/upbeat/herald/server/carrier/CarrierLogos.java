package upbeat.herald.server.carrier;

import java.util.Base64;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.picture.PictureEncoder;

/** Carriers' logos, small enough to stand in a list. */
@Component
class CarrierLogos {
    private static final int WIDTH = 128;
    private static final int HEIGHT = 48;

    String toDataUrl(byte[] file) {
        return "data:image/png;base64,"
                + Base64.getEncoder()
                        .encodeToString(
                                PictureEncoder.toPng(file, WIDTH, HEIGHT).bytes());
    }
}
