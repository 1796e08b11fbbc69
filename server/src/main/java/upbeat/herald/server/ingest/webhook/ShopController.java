package upbeat.herald.server.ingest.webhook;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.exchange.mapping.Mapping;
import upbeat.herald.server.ingest.webhook.ShopService.MappingSaved;
import upbeat.herald.server.ingest.webhook.ShopService.MappingTools;
import upbeat.herald.server.ingest.webhook.ShopService.NewShop;
import upbeat.herald.server.ingest.webhook.ShopService.Proposed;
import upbeat.herald.server.ingest.webhook.ShopService.ReadAgain;
import upbeat.herald.server.ingest.webhook.ShopService.ShopLine;
import upbeat.herald.server.ingest.webhook.ShopService.ShopView;
import upbeat.herald.server.ingest.webhook.ShopService.Tried;
import upbeat.herald.server.ingest.webhook.ShopService.TryRequest;
import upbeat.herald.server.ingest.webhook.ShopService.WebhookRequestView;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.IfMatch;

/** Setup, Shops: their addresses, what arrives there, and how it is read. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/shops")
@Tag(name = "ui-shops")
class ShopController {
    private final ShopService service;
    private final RefusedCallService refused;

    ShopController(ShopService service, RefusedCallService refused) {
        this.service = service;
        this.refused = refused;
    }

    @GetMapping
    List<ShopLine> list() {
        return service.list();
    }

    @GetMapping("/kit")
    MappingTools mappingTools() {
        return service.mappingTools();
    }

    @GetMapping("/{key}")
    ShopView get(@PathVariable String key) {
        return service.get(key);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    ShopView add(@RequestBody NewShop body) {
        return service.add(body);
    }

    @PutMapping("/{key}")
    ShopView rename(
            @PathVariable String key, @RequestHeader(HttpHeaders.IF_MATCH) IfMatch match, @RequestBody NewShop body) {
        return service.rename(key, match, body);
    }

    @PostMapping("/{key}/address")
    ShopView renew(@PathVariable String key) {
        ShopView renewed = service.renew(key);
        refused.clear(key); // they were about the old secrets
        return renewed;
    }

    @GetMapping("/{key}/arrivals")
    List<WebhookRequestView> listRequests(
            @PathVariable String key,
            @RequestParam(defaultValue = "0") long after,
            @RequestParam(required = false) @Nullable String state) {
        return service.listRequests(key, after, state);
    }

    @PostMapping("/{key}/propose")
    Proposed propose(@PathVariable String key, @RequestBody String sample) {
        return service.propose(key, sample);
    }

    @PostMapping("/{key}/try")
    List<Tried> tryOut(@PathVariable String key, @RequestBody TryRequest request) {
        return service.tryOut(key, request);
    }

    @PutMapping("/{key}/mapping")
    MappingSaved saveMapping(
            @PathVariable String key,
            @RequestHeader(HttpHeaders.IF_MATCH) IfMatch match,
            @RequestBody Mapping mapping) {
        return service.saveMapping(key, match, mapping);
    }

    @PostMapping("/{key}/read-again")
    ReadAgain readAgain(@PathVariable String key, @RequestParam(defaultValue = "false") boolean unreadOnly) {
        return service.readAgain(key, unreadOnly);
    }

    @GetMapping("/{key}/refused")
    List<RefusedCallRepository.RefusedCalls> listRefused(@PathVariable String key) {
        return refused.find(key);
    }

    @DeleteMapping("/{key}/refused")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void clearRefused(@PathVariable String key) {
        refused.clear(key);
    }

    @DeleteMapping("/{key}/arrivals/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteRequest(@PathVariable String key, @PathVariable long id) {
        service.deleteRequest(key, id);
    }
}
