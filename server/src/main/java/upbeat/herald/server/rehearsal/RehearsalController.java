package upbeat.herald.server.rehearsal;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import java.util.Objects;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.rehearsal.RehearsalPlans.RehearsalRequest;

/** Rehearsals: past orders run through a plan. Nothing is sent. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/rehearsals")
@Tag(name = "ui-rehearsals")
class RehearsalController {
    private final RehearsalService service;
    private final RehearsalStartService starts;
    private final OrderRehearsalService orders;

    RehearsalController(RehearsalService service, RehearsalStartService starts, OrderRehearsalService orders) {
        this.service = service;
        this.starts = starts;
        this.orders = orders;
    }

    @GetMapping
    List<RehearsalRepository.RehearsalRow> listRehearsals() {
        return service.list();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    RehearsalService.Rehearsal startRehearsal(@RequestBody RehearsalRequest body, Authentication who) {
        return starts.start(body, who.getName());
    }

    @GetMapping("/{id}")
    RehearsalService.Rehearsal getRehearsal(@PathVariable String id) {
        return service.get(id);
    }

    /** The latest one of a notice as it stands now; nothing where there is none. */
    @GetMapping("/of-notice/{notice}")
    @ApiResponse(
            responseCode = "200",
            content = @Content(schema = @Schema(implementation = RehearsalService.Rehearsal.class)))
    @ApiResponse(responseCode = "204", content = @Content)
    ResponseEntity<RehearsalService.Rehearsal> findRehearsalOf(@PathVariable String notice) {
        return service.findLatestOf(notice).map(ResponseEntity::ok).orElseGet(() -> ResponseEntity.noContent()
                .build());
    }

    @PostMapping("/{id}/stop")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stopRehearsal(@PathVariable String id) {
        service.stop(id);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteRehearsal(@PathVariable String id) {
        service.delete(id);
    }

    /** @param after the last order of the page before; 0 for the first page */
    @GetMapping("/{id}/differences")
    RehearsalService.Differences listDifferences(
            @PathVariable String id, @RequestParam(defaultValue = "0") long after) {
        return service.listDifferences(id, after);
    }

    @GetMapping("/{id}/orders/{shop}/{number}")
    OrderRehearsalService.RehearsedOrder getRehearsedOrder(
            @PathVariable String id, @PathVariable String shop, @PathVariable String number) {
        return orders.get(id, shop, number);
    }

    @GetMapping("/{id}/figures.csv")
    ResponseEntity<String> exportFigures(@PathVariable String id) {
        RehearsalService.Rehearsal found = service.get(id);
        if (found.rehearsal().figures() == null) throw new NotFoundException("This rehearsal has no figures");
        return ResponseEntity.ok()
                .header("Content-Type", "text/csv;charset=UTF-8")
                .header("Content-Disposition", "attachment; filename=\"rehearsal.csv\"")
                .body(RehearsalExport.toCsv(
                        Objects.requireNonNull(found.rehearsal().figures()),
                        found.rehearsal().otherFigures(),
                        found.noticeNames()));
    }
}
