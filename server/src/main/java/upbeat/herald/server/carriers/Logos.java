package upbeat.herald.server.carriers;

import java.util.Base64;
import org.springframework.stereotype.Component;
import upbeat.herald.server.pictures.Pictures;

/** Carriers' logos, small enough to stand in a list. */
@Component
class Logos {
    private static final int WIDTH = 128;
    private static final int HEIGHT = 48;

    String small(byte[] file) {
        return "data:image/png;base64,"
                + Base64.getEncoder()
                        .encodeToString(Pictures.png(file, WIDTH, HEIGHT).bytes());
    }
}
