package upbeat.herald.server.subscriber;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.subscriber.SubscriberService.DeliveryView;
import upbeat.herald.server.subscriber.SubscriberService.ReplayBody;
import upbeat.herald.server.subscriber.SubscriberService.SubscriberBody;
import upbeat.herald.server.subscriber.SubscriberService.SubscriberView;
import upbeat.herald.server.subscriber.SubscriberService.SubscribersView;
import upbeat.herald.server.subscriber.SubscriberService.TestResult;

/** Setup, Events: who is told of what happens, and what became of each call. Its secrets are for who sets up. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/subscribers")
@Tag(name = "ui-subscribers")
class SubscriberController {
    private final SubscriberService service;

    SubscriberController(SubscriberService service) {
        this.service = service;
    }

    @Needs(Role.SET_UP)
    @GetMapping
    SubscribersView list() {
        return service.list();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    SubscriberView add(@RequestBody SubscriberBody body) {
        return service.add(body);
    }

    @PutMapping("/{id}")
    SubscriberView change(@PathVariable String id, @RequestBody SubscriberBody body) {
        return service.change(id, body);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable String id) {
        service.delete(id);
    }

    @PostMapping("/{id}/secret")
    SubscriberView renewSecret(@PathVariable String id) {
        return service.renewSecret(id);
    }

    @PostMapping("/{id}/test")
    TestResult test(@PathVariable String id) {
        return service.test(id);
    }

    @PostMapping("/{id}/replay")
    SubscriberView replay(@PathVariable String id, @RequestBody ReplayBody body) {
        return service.replay(id, body);
    }

    @Needs(Role.WORK)
    @GetMapping("/{id}/deliveries")
    List<DeliveryView> listDeliveries(@PathVariable String id) {
        return service.listDeliveries(id);
    }

    @Needs(Role.WORK)
    @PostMapping("/{id}/deliveries/{seq}/again")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void sendAgain(@PathVariable String id, @PathVariable long seq) {
        service.sendAgain(id, seq);
    }
}
