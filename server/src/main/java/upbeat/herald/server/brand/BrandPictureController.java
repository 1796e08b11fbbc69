package upbeat.herald.server.brand;

import io.swagger.v3.oas.annotations.Hidden;
import java.time.Duration;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** The pictures that customers' mails show. Their names come from their content, so they never change. */
@RestController
@Hidden
class BrandPictureController {
    private final BrandService service;

    BrandPictureController(BrandService service) {
        this.service = service;
    }

    @GetMapping("/brand/{name:[0-9a-f]{24}}.png")
    ResponseEntity<byte[]> picture(@PathVariable String name) {
        return service.findPicture(name)
                .map(png -> ResponseEntity.ok()
                        .contentType(MediaType.IMAGE_PNG)
                        .cacheControl(CacheControl.maxAge(Duration.ofDays(365))
                                .cachePublic()
                                .immutable())
                        .body(png))
                .orElse(ResponseEntity.notFound().build());
    }
}
