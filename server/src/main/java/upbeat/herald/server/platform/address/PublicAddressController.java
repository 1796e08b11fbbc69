package upbeat.herald.server.platform.address;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.platform.address.PublicAddressService.AddressBody;
import upbeat.herald.server.platform.address.PublicAddressService.AddressView;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.IfMatch;

/** Setup, Public address: where customers reach their pages. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/public-address")
@Tag(name = "ui-public-address")
class PublicAddressController {
    private final PublicAddressService service;

    PublicAddressController(PublicAddressService service) {
        this.service = service;
    }

    @GetMapping
    AddressView get() {
        return service.get();
    }

    @PutMapping
    AddressView save(@RequestHeader(HttpHeaders.IF_MATCH) IfMatch match, @RequestBody AddressBody body) {
        return service.save(match, body);
    }
}
