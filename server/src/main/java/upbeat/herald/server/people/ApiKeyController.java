package upbeat.herald.server.people;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.security.Principal;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Setup, API keys: which other systems are let in. */
@Needs(Role.OWNER)
@RestController
@RequestMapping("/ui/api-keys")
@Tag(name = "ui-api-keys")
class ApiKeyController {
    private final ApiKeyService service;

    ApiKeyController(ApiKeyService service) {
        this.service = service;
    }

    /** @param rights read, ingest or all */
    record NewKey(@Nullable String name, @Nullable String rights) {}

    /** @param key shown this once */
    record CreatedKey(String name, String key) {}

    @Needs(Role.OWNER)
    @GetMapping
    List<ApiKeyRepository.ApiKey> list() {
        return service.list();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    CreatedKey create(@RequestBody NewKey body, Principal who) {
        String name = service.checkName(body.name());
        ApiRights rights = ApiRights.fromCode(body.rights())
                .orElseThrow(() -> new HeraldException("rights", "Choose what the key may do"));
        return new CreatedKey(name, service.create(name, rights, who.getName()));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(@PathVariable long id) {
        service.revoke(id);
    }
}
