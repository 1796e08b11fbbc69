package upbeat.herald.server.reach;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.server.notice.NoticeBody;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** What a notice that is being written would do. */
@Needs(Role.VIEW)
@RestController
@RequestMapping("/ui/plan")
@Tag(name = "ui-plan")
class ReachController {
    private final ReachService reach;
    private final AudienceCountService audiences;
    private final ConditionKindService kinds;

    ReachController(ReachService reach, AudienceCountService audiences, ConditionKindService kinds) {
        this.reach = reach;
        this.audiences = audiences;
        this.kinds = kinds;
    }

    @PostMapping("/reach")
    ReachEstimate.Reached estimateReach(@RequestBody NoticeBody body) {
        return reach.estimateReach(body);
    }

    @PostMapping("/audience")
    AudienceCountService.AudienceCount countAudience(@RequestBody Audience audience) {
        return audiences.count(audience);
    }

    @GetMapping("/conditions")
    List<ConditionKindService.Kind> listConditionKinds() {
        return kinds.listKinds();
    }
}
