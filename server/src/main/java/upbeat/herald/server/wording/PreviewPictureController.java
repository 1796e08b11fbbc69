package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.Duration;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.platform.picture.PictureFetcher;

/** Pictures of a shop, for previews. */
@RestController
@Tag(name = "ui-wording")
class PreviewPictureController {
    private static final int MOST_PIXELS = 600;

    private final PictureFetcher pictures;

    PreviewPictureController(PictureFetcher pictures) {
        this.pictures = pictures;
    }

    /** Nothing (204) where there is none: a preview without a picture is no error. */
    @GetMapping(path = "/ui/pictures", produces = MediaType.IMAGE_PNG_VALUE)
    ResponseEntity<byte[]> get(@RequestParam String url) {
        return pictures.find(url, MOST_PIXELS)
                .map(png -> ResponseEntity.ok()
                        .cacheControl(
                                CacheControl.maxAge(Duration.ofMinutes(10)).cachePrivate())
                        .contentType(MediaType.IMAGE_PNG)
                        .body(png))
                .orElseGet(() -> ResponseEntity.noContent().build());
    }
}
