package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.security.Principal;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.server.wording.WordingEditorService.CopyTo;
import upbeat.herald.server.wording.WordingEditorService.Source;
import upbeat.herald.server.wording.WordingEditorService.SourceText;
import upbeat.herald.server.wording.WordingEditorService.WordingView;

/** The place Wording: what a notice says over one channel, in one language, to everyone or to a variant. */
@RestController
@RequestMapping("/ui/wording")
@Tag(name = "ui-wording")
class WordingController {
    private final WordingEditorService service;

    WordingController(WordingEditorService service) {
        this.service = service;
    }

    @GetMapping("/{notice}/{channel}")
    WordingView get(
            @PathVariable String notice,
            @PathVariable String channel,
            @RequestParam(required = false) @Nullable String language,
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String carrier,
            @RequestParam(required = false) @Nullable String country) {
        return service.get(notice, channel, language, shop, carrier, country);
    }

    @PutMapping("/{notice}/{channel}")
    WordingView save(
            @PathVariable String notice,
            @PathVariable String channel,
            @RequestParam(required = false) @Nullable String language,
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String carrier,
            @RequestParam(required = false) @Nullable String country,
            @RequestBody Wording wording,
            Principal person) {
        return service.save(notice, channel, language, shop, carrier, country, wording, person);
    }

    @DeleteMapping("/{notice}/{channel}")
    WordingView remove(
            @PathVariable String notice,
            @PathVariable String channel,
            @RequestParam(required = false) @Nullable String language,
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String carrier,
            @RequestParam(required = false) @Nullable String country,
            Principal person) {
        return service.remove(notice, channel, language, shop, carrier, country, person);
    }

    @GetMapping("/{notice}/{channel}/history")
    List<WordingVersionRepository.Version> history(
            @PathVariable String notice,
            @PathVariable String channel,
            @RequestParam(required = false) @Nullable String language,
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String carrier,
            @RequestParam(required = false) @Nullable String country) {
        return service.history(notice, channel, language, shop, carrier, country);
    }

    @PostMapping("/copy")
    WordingView copy(@RequestBody CopyTo c, Principal person) {
        return service.copy(c, person);
    }

    @PostMapping("/source")
    SourceText source(@RequestBody Source body) {
        return service.source(body);
    }
}
