package upbeat.herald.server.brand;

import io.swagger.v3.oas.annotations.Hidden;
import java.time.Duration;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** The pictures that customers' mails show. Their names come from their content, so they never change. */
@RestController
@Hidden
class PicturePage {
    private final BrandStore brands;
    private final JdbcClient reader;

    PicturePage(BrandStore brands, JdbcClient reader) {
        this.brands = brands;
        this.reader = reader;
    }

    @GetMapping("/brand/{name:[0-9a-f]{24}}.png")
    ResponseEntity<byte[]> picture(@PathVariable String name) {
        return brands.picture(reader, name)
                .map(png -> ResponseEntity.ok()
                        .contentType(MediaType.IMAGE_PNG)
                        .cacheControl(CacheControl.maxAge(Duration.ofDays(365))
                                .cachePublic()
                                .immutable())
                        .body(png))
                .orElse(ResponseEntity.notFound().build());
    }
}
