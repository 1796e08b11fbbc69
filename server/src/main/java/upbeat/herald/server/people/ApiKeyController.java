package upbeat.herald.server.people;

import io.swagger.v3.oas.annotations.tags.Tag;
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

/** Setup, API keys: which other systems are let in. */
@RestController
@RequestMapping("/ui/api-keys")
@Tag(name = "ui-api-keys")
class ApiKeyController {
    private final ApiKeyService service;

    ApiKeyController(ApiKeyService service) {
        this.service = service;
    }

    record NewKey(@Nullable String name) {}

    /** @param key shown this once */
    record CreatedKey(String name, String key) {}

    @GetMapping
    List<AccountRepository.ApiKey> list() {
        return service.list();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    CreatedKey create(@RequestBody NewKey body) {
        String name = service.checkName(body.name());
        return new CreatedKey(name, service.create(name));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(@PathVariable long id) {
        service.revoke(id);
    }
}
