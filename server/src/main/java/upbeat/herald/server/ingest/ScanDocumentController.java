package upbeat.herald.server.ingest;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.server.ingest.ScanDocumentService.Looked;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Standard documents of scans loaded by a person: first what is in one, then taking it in. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/scans")
@Tag(name = "ui-scans")
class ScanDocumentController {
    private final ScanDocumentService service;

    ScanDocumentController(ScanDocumentService service) {
        this.service = service;
    }

    @PostMapping(path = "/look", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    Looked preview(@RequestParam("file") MultipartFile file) throws IOException {
        return service.preview(file.getBytes());
    }

    @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    ScanIngestService.ScansAccepted ingest(
            @RequestParam("file") MultipartFile file, @RequestParam(required = false) @Nullable String carrier)
            throws IOException {
        return service.ingest(file.getBytes(), carrier);
    }
}
