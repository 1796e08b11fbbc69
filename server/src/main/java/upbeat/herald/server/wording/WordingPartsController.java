package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.wording.WordingPartsService.NewBlock;
import upbeat.herald.server.wording.WordingPartsService.Picture;
import upbeat.herald.server.wording.WordingPartsService.WordingParts;

/** What e-mails are put together from: saved blocks, pictures, conditions. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/wording-pieces")
@Tag(name = "ui-wording")
class WordingPartsController {
    private final WordingPartsService service;

    WordingPartsController(WordingPartsService service) {
        this.service = service;
    }

    @GetMapping
    WordingParts list() {
        return service.list();
    }

    @PostMapping("/blocks")
    @ResponseStatus(HttpStatus.CREATED)
    WordingVersionRepository.SavedBlock save(@RequestBody NewBlock body) {
        return service.save(body);
    }

    @DeleteMapping("/blocks/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable String id) {
        service.delete(id);
    }

    @PostMapping(path = "/pictures", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    Picture picture(@RequestParam("file") MultipartFile file) throws IOException {
        return service.picture(file);
    }
}
