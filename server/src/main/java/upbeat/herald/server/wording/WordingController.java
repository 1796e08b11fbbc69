package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.security.Principal;
import java.util.List;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.wording.WordingEditorService.CopyAsk;
import upbeat.herald.server.wording.WordingEditorService.Source;
import upbeat.herald.server.wording.WordingEditorService.SourceText;
import upbeat.herald.server.wording.WordingEditorService.WordingView;

/** The place Wording: what a notice says over one channel, in one language, to everyone or to a variant. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/wording")
@Tag(name = "ui-wording")
class WordingController {
    private final WordingEditorService service;

    WordingController(WordingEditorService service) {
        this.service = service;
    }

    @GetMapping("/{notice}/{channel}")
    WordingView get(@PathVariable String notice, @PathVariable String channel, @ParameterObject WordingQuery query) {
        return service.get(query.toPlace(notice, channel));
    }

    @PutMapping("/{notice}/{channel}")
    WordingView save(
            @PathVariable String notice,
            @PathVariable String channel,
            @ParameterObject WordingQuery query,
            @RequestHeader(HttpHeaders.IF_MATCH) IfMatch match,
            @RequestBody Wording wording,
            Principal person) {
        return service.save(query.toPlace(notice, channel), match, wording, person);
    }

    @DeleteMapping("/{notice}/{channel}")
    WordingView remove(
            @PathVariable String notice,
            @PathVariable String channel,
            @ParameterObject WordingQuery query,
            Principal person) {
        return service.remove(query.toPlace(notice, channel), person);
    }

    @GetMapping("/{notice}/{channel}/history")
    List<WordingVersionRepository.Version> history(
            @PathVariable String notice, @PathVariable String channel, @ParameterObject WordingQuery query) {
        return service.history(query.toPlace(notice, channel));
    }

    @PostMapping("/copy")
    WordingView copy(@RequestBody CopyAsk c, Principal person) {
        return service.copy(c, person);
    }

    @Needs(Role.VIEW)
    @PostMapping("/source")
    SourceText source(@RequestBody Source body) {
        return service.source(body);
    }
}
