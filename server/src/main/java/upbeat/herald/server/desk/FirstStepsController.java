package upbeat.herald.server.desk;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The first steps, as the empty product shows them. */
@RestController
@Tag(name = "ui-desk")
class FirstStepsController {
    private final FirstStepsService service;

    FirstStepsController(FirstStepsService service) {
        this.service = service;
    }

    @GetMapping("/ui/first-steps")
    FirstStepsService.FirstSteps find() {
        return service.find();
    }
}
