package upbeat.herald.server.planfile;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import java.util.Map;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.platform.changes.ChangeLog;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** The plan with its texts as one file, out and in. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/plan/file")
@Tag(name = "ui-plan")
class PlanFileController {
    private final PlanComparisonService comparison;
    private final PlanImportService imports;
    private final PlanFileFormat format;
    private final ChangeLog log;

    PlanFileController(
            PlanComparisonService comparison, PlanImportService imports, PlanFileFormat format, ChangeLog log) {
        this.comparison = comparison;
        this.imports = imports;
        this.format = format;
        this.log = log;
    }

    @GetMapping
    ResponseEntity<String> exportPlan() {
        log.noteExport("plan", Map.of());
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_JSON)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("plan.json")
                                .build()
                                .toString())
                .body(comparison.export());
    }

    /** What a file has to be, as JSON Schema 2020-12. */
    @GetMapping("/schema")
    ResponseEntity<String> getSchema() {
        return ResponseEntity.ok()
                .contentType(MediaType.valueOf("application/schema+json"))
                .body(format.schema());
    }

    /** What taking a file in would change; nothing is kept. */
    @Needs(Role.VIEW)
    @PostMapping("/compare")
    PlanComparison compareFile(@RequestBody String file) {
        return comparison.compare(file);
    }

    /**
     * @param notice ids of those to take from the file
     * @param mark of the comparison it was decided by
     */
    @PostMapping
    PlanImportService.Imported importFile(
            @RequestBody String file,
            @RequestParam List<String> notice,
            @RequestParam String mark,
            Authentication who) {
        return imports.importNotices(file, notice, mark, who.getName());
    }
}
