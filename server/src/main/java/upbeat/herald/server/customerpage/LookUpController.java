package upbeat.herald.server.customerpage;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where a customer without a link finds the page of an order; also inside a shop's own page. */
@RestController
@Hidden
class LookUpController {
    private final LookUpService service;

    LookUpController(LookUpService service) {
        this.service = service;
    }

    /** @param embed present where the page stands inside another */
    @GetMapping("/lookup/{shop}")
    ResponseEntity<String> show(
            @PathVariable String shop,
            @RequestParam(required = false) @Nullable String embed,
            HttpServletRequest request) {
        return service.show(shop, embed != null, request);
    }

    /** @param number of the order; {@code contact} its e-mail address or postcode */
    @PostMapping("/lookup/{shop}")
    ResponseEntity<String> find(
            @PathVariable String shop,
            @RequestParam(defaultValue = "") String number,
            @RequestParam(defaultValue = "") String contact,
            HttpServletRequest request) {
        return service.find(shop, number, contact, request);
    }

    @GetMapping("/lookup/{shop}/embed.js")
    ResponseEntity<Resource> embedScript() {
        return script("lookup-embed.js");
    }

    @GetMapping("/lookup/{shop}/height.js")
    ResponseEntity<Resource> heightScript() {
        return script("lookup-height.js");
    }

    private static ResponseEntity<Resource> script(String name) {
        return ResponseEntity.ok()
                .header("Content-Type", "text/javascript;charset=utf-8")
                .cacheControl(CacheControl.maxAge(Duration.ofHours(1)).cachePublic())
                .body(new ClassPathResource(name, LookUpController.class));
    }
}
