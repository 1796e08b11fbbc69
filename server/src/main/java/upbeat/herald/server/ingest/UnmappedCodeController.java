package upbeat.herald.server.ingest;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.ingest.UnmappedCodeRepository.UnmappedCode;
import upbeat.herald.server.ingest.UnmappedCodeService.Meaning;
import upbeat.herald.server.ingest.UnmappedCodeService.MeaningEffect;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Setup, Unmapped codes. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/unmapped-codes")
@Tag(name = "ui-unmapped-codes")
class UnmappedCodeController {
    private final UnmappedCodeService service;

    UnmappedCodeController(UnmappedCodeService service) {
        this.service = service;
    }

    @GetMapping
    List<UnmappedCode> list() {
        return service.list();
    }

    @Needs(Role.VIEW)
    @PostMapping("/{carrier}/preview")
    MeaningEffect preview(@PathVariable String carrier, @RequestBody Meaning meaning) {
        return service.preview(carrier, meaning);
    }

    @PostMapping("/{carrier}")
    MeaningEffect save(@PathVariable String carrier, @RequestBody Meaning meaning) {
        return service.save(carrier, meaning);
    }
}
