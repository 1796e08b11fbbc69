package upbeat.herald.server.rehearsal;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.Texts;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.rehearsal.RehearsalFileService.FileContent;
import upbeat.herald.server.rehearsal.RehearsalPlans.RehearsalRequest;

/** Rehearsals of orders and scans in a file. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/rehearsals/file")
@Tag(name = "ui-rehearsals")
class RehearsalFileController {
    private final RehearsalFileService files;
    private final RehearsalStartService starts;

    RehearsalFileController(RehearsalFileService files, RehearsalStartService starts) {
        this.files = files;
        this.starts = starts;
    }

    /** What is in a file; keeps nothing. */
    @PostMapping(path = "/check", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    FileContent checkRehearsalFile(@RequestParam MultipartFile file, @RequestParam String shop) throws IOException {
        return files.check(file, shop);
    }

    /** Rows that can't be used are left out. */
    @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    RehearsalService.Rehearsal rehearseFile(
            @RequestParam MultipartFile file,
            @RequestParam String shop,
            @RequestPart RehearsalRequest request,
            Authentication who)
            throws IOException {
        String name = Texts.orEmpty(Texts.blankToNull(file.getOriginalFilename()));
        return starts.start(request, name, files.read(file, shop), who.getName());
    }

    @GetMapping("/template.csv")
    ResponseEntity<String> getRehearsalTemplate() {
        return ResponseEntity.ok()
                .header("Content-Type", "text/csv;charset=UTF-8")
                .header("Content-Disposition", "attachment; filename=\"orders-and-scans.csv\"")
                .body(RehearsalFileService.template());
    }
}
