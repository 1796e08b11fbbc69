package upbeat.herald.server.customerpage;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** The page on which a customer follows an order. Looking at it changes nothing. */
@RestController
@Hidden
class TrackingPageController {
    private final TrackingPageService service;

    TrackingPageController(TrackingPageService service) {
        this.service = service;
    }

    @GetMapping("/o/{token}")
    ResponseEntity<String> show(@PathVariable String token, HttpServletRequest request) {
        return service.show(token, request);
    }

    /** The picture of an item, from the shop. @param item its place in the order, from 0 */
    @GetMapping("/o/{token}/items/{item}")
    ResponseEntity<byte[]> picture(@PathVariable String token, @PathVariable int item, HttpServletRequest request) {
        return send(service.findPicture(token, item, request));
    }

    /** A picture that the team put on the page. @param place among them, from 0 */
    @GetMapping("/o/{token}/pictures/{place}")
    ResponseEntity<byte[]> ownPicture(@PathVariable String token, @PathVariable int place, HttpServletRequest request) {
        return send(service.findOwnPicture(token, place, request));
    }

    private static ResponseEntity<byte[]> send(TrackingPageService.@Nullable ItemPicture picture) {
        if (picture == null) return ResponseEntity.notFound().build();
        return ResponseEntity.ok()
                .cacheControl(CacheControl.maxAge(picture.isThere() ? Duration.ofHours(1) : Duration.ofMinutes(1))
                        .cachePrivate())
                .contentType(MediaType.IMAGE_PNG)
                .body(picture.png());
    }

    /** The day a parcel is expected, for the customer's calendar. */
    @GetMapping("/o/{token}/parcels/{parcel:\\d+}.ics")
    ResponseEntity<String> calendar(@PathVariable String token, @PathVariable long parcel, HttpServletRequest request) {
        return service.findCalendar(token, parcel, request)
                .map(file -> ResponseEntity.ok()
                        .cacheControl(CacheControl.noStore())
                        .contentType(new MediaType("text", "calendar", StandardCharsets.UTF_8))
                        .header("Content-Disposition", "attachment; filename=\"parcel-" + parcel + ".ics\"")
                        .body(file))
                .orElseGet(() -> ResponseEntity.notFound().build());
    }
}
