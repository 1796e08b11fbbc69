package upbeat.herald.server.customerpage;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Map;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where a customer sends something back. Looking changes nothing; asking for a label and cancelling are forms. */
@RestController
@Hidden
class ReturnPageController {
    private final ReturnPageService service;

    ReturnPageController(ReturnPageService service) {
        this.service = service;
    }

    @GetMapping("/o/{token}/return")
    ResponseEntity<String> showForm(@PathVariable String token, HttpServletRequest request) {
        return service.showForm(token, request);
    }

    /** @param form {@code item0}, {@code item1} ... with quantities, {@code reason}, {@code note}, {@code earlier} */
    @PostMapping("/o/{token}/return")
    ResponseEntity<String> ask(
            @PathVariable String token, @RequestParam Map<String, String> form, HttpServletRequest request) {
        return service.ask(token, form, request);
    }

    @GetMapping("/o/{token}/returns/{id:\\d{1,18}}")
    ResponseEntity<String> show(@PathVariable String token, @PathVariable long id, HttpServletRequest request) {
        return service.show(token, id, request);
    }

    @PostMapping("/o/{token}/returns/{id:\\d{1,18}}/cancel")
    ResponseEntity<String> cancel(@PathVariable String token, @PathVariable long id, HttpServletRequest request) {
        return service.cancel(token, id, request);
    }

    /** @param format {@code a4} with a slip for the parcel, or {@code a6} */
    @GetMapping("/o/{token}/returns/{id:\\d{1,18}}/label-{format:a4|a6}.pdf")
    ResponseEntity<byte[]> label(
            @PathVariable String token,
            @PathVariable long id,
            @PathVariable String format,
            HttpServletRequest request) {
        if (!service.countLabel(request))
            return ResponseEntity.status(HttpStatus.TOO_MANY_REQUESTS).build();
        return service.findLabel(token, id, format, request)
                .map(pdf -> ResponseEntity.ok()
                        .cacheControl(CacheControl.noStore())
                        .contentType(MediaType.APPLICATION_PDF)
                        .header("Content-Disposition", "inline; filename=\"return-" + id + "-" + format + ".pdf\"")
                        .body(pdf))
                .orElseGet(() -> ResponseEntity.notFound().build());
    }
}
