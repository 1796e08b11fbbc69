package upbeat.herald.server.api;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.api.TrackingNumberService.Number;
import upbeat.herald.server.api.TrackingNumberService.Recognised;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Whose tracking number it is. */
@Needs(Role.VIEW)
@RestController
@RequestMapping({"/api/v1/tracking-numbers", "/ui/tracking-numbers"})
@Tag(name = "tracking-numbers")
class TrackingNumberController {
    private final TrackingNumberService service;

    TrackingNumberController(TrackingNumberService service) {
        this.service = service;
    }

    @PostMapping("/recognise")
    @Operation(summary = "Which carriers use a tracking number, and what is wrong with it")
    Recognised recognise(@RequestBody Number body) {
        return service.recognise(body);
    }
}
