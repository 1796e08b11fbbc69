package upbeat.herald.server.channel;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.channel.TeamAddressService.TeamAddresses;
import upbeat.herald.server.channel.TeamAddressService.TeamAddressesView;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.IfMatch;

/** Setup, Team: where notices on trial send to. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/team-addresses")
@Tag(name = "ui-team-addresses")
class TeamAddressController {
    private final TeamAddressService service;

    TeamAddressController(TeamAddressService service) {
        this.service = service;
    }

    @GetMapping
    TeamAddressesView getTeamAddresses() {
        return service.get();
    }

    @PutMapping
    TeamAddressesView saveTeamAddresses(
            @RequestHeader(HttpHeaders.IF_MATCH) IfMatch match, @RequestBody TeamAddresses body) {
        return service.save(match, body);
    }
}
