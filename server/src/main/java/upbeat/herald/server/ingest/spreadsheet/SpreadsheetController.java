package upbeat.herald.server.ingest.spreadsheet;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.server.ingest.spreadsheet.SpreadsheetService.Match;
import upbeat.herald.server.ingest.spreadsheet.SpreadsheetService.RunLine;
import upbeat.herald.server.ingest.spreadsheet.SpreadsheetService.SheetResult;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Loads a sheet in two steps: first what it would do, row by row, keeping nothing; then, on a word, doing it. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/sheets")
@Tag(name = "ui-sheets")
class SpreadsheetController {
    private final SpreadsheetService service;

    SpreadsheetController(SpreadsheetService service) {
        this.service = service;
    }

    @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    SheetResult check(
            @RequestParam("file") MultipartFile file,
            @RequestParam("shop") String shop,
            @RequestParam(name = "kind", defaultValue = "orders") String kind)
            throws IOException {
        return service.check(file, shop, kind);
    }

    @PutMapping("/{id}")
    SheetResult saveMatch(@PathVariable String id, @RequestBody Match body) {
        return service.saveMatch(id, body);
    }

    @PostMapping("/{id}")
    SheetResult apply(@PathVariable String id) {
        return service.apply(id);
    }

    @PostMapping("/{id}/stop")
    SheetResult stop(@PathVariable String id) {
        return service.stop(id);
    }

    @GetMapping("/{id}")
    SheetResult get(@PathVariable String id) {
        return service.get(id);
    }

    @GetMapping
    List<RunLine> listLatest() {
        return service.listLatest();
    }

    @GetMapping("/{id}/refused.csv")
    ResponseEntity<String> downloadRefused(@PathVariable String id) {
        return service.downloadRefused(id);
    }
}
