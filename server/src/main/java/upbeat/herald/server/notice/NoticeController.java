package upbeat.herald.server.notice;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.notice.PlanService.NoticeView;
import upbeat.herald.server.notice.PlanService.Plan;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.IfMatch;

/** The place Plan: all notices, and one of them made, changed, switched, tried and removed. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/plan")
@Tag(name = "ui-plan")
class NoticeController {
    private final NoticeService service;
    private final PlanService plan;
    private final PlanCheckService checks;
    private final NoticeVersionService versions;
    private final StarterPlanService starters;

    NoticeController(
            NoticeService service,
            PlanService plan,
            PlanCheckService checks,
            NoticeVersionService versions,
            StarterPlanService starters) {
        this.service = service;
        this.plan = plan;
        this.checks = checks;
        this.versions = versions;
        this.starters = starters;
    }

    @GetMapping
    Plan getPlan() {
        return plan.getPlan();
    }

    /** What somebody should look at. */
    @GetMapping("/checks")
    List<PlanFinding> listFindings() {
        return checks.list();
    }

    /** What an empty plan can begin with. */
    @GetMapping("/starters")
    List<StarterPlanService.StarterPlanView> listStarters() {
        return starters.list();
    }

    /** @return ids of the drafts it made */
    @PostMapping("/starters/{code}")
    @ResponseStatus(HttpStatus.CREATED)
    List<String> fillPlan(@PathVariable String code, Authentication who) {
        return starters.fill(code, who.getName());
    }

    @PostMapping("/notices")
    @ResponseStatus(HttpStatus.CREATED)
    NoticeView create(@RequestBody NoticeBody body, Authentication who) {
        return service.create(body, who.getName());
    }

    @PutMapping("/notices/{id}")
    NoticeView save(
            @PathVariable String id,
            @RequestHeader(HttpHeaders.IF_MATCH) IfMatch match,
            @RequestBody NoticeBody body,
            Authentication who) {
        return service.save(id, match, body, who.getName());
    }

    @GetMapping("/notices/{id}/go-live")
    PlanService.GoLive checkGoLive(@PathVariable String id) {
        return plan.checkGoLive(id);
    }

    /** Every rule it had, the newest first. */
    @GetMapping("/notices/{id}/versions")
    List<NoticeVersionService.NoticeVersionView> listVersions(@PathVariable String id) {
        return versions.listVersions(id);
    }

    @DeleteMapping("/notices/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable String id, Authentication who) {
        service.delete(id, who.getName());
    }
}
