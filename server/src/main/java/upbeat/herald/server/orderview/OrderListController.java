package upbeat.herald.server.orderview;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import upbeat.herald.server.orderview.OrderListService.Choices;
import upbeat.herald.server.orderview.OrderListService.Count;
import upbeat.herald.server.orderview.OrderListService.NewView;
import upbeat.herald.server.orderview.OrderListService.OrderTimelineView;
import upbeat.herald.server.orderview.OrderListService.Settle;
import upbeat.herald.server.orderview.OrderListService.ShownMessage;
import upbeat.herald.server.orderview.SavedViewRepository.View;

/** The place Orders: the route, the list, one order's timeline. */
@RestController
@RequestMapping("/ui")
@Tag(name = "ui-orders")
class OrderListController {
    private final OrderListService service;

    OrderListController(OrderListService service) {
        this.service = service;
    }

    @GetMapping("/route")
    List<StageCountRepository.Stop> stageCounts() {
        return service.stageCounts();
    }

    @GetMapping("/orders")
    OrderListRepository.Page list(
            @ParameterObject OrderFilter filter, @RequestParam(required = false) @Nullable String after) {
        return service.list(filter, after);
    }

    @GetMapping("/orders-count")
    Count count(@ParameterObject OrderFilter filter) {
        return service.count(filter);
    }

    @GetMapping("/orders-choices")
    Choices choices() {
        return service.choices();
    }

    @PostMapping("/orders-views")
    @ResponseStatus(HttpStatus.CREATED)
    View keepView(@RequestBody NewView body) {
        return service.keepView(body);
    }

    @DeleteMapping("/orders-views/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void dropView(@PathVariable long id) {
        service.dropView(id);
    }

    @GetMapping("/orders-export.{format}")
    ResponseEntity<StreamingResponseBody> export(@PathVariable String format, @ParameterObject OrderFilter filter) {
        return service.export(format, filter);
    }

    @GetMapping("/orders/{shop}/{number}")
    OrderTimelineView get(@PathVariable String shop, @PathVariable String number) {
        return service.get(shop, number);
    }

    @GetMapping("/orders/{shop}/{number}/verdicts")
    List<NoticeOutcomes.NoticeOutcome> noticeOutcomes(@PathVariable String shop, @PathVariable String number) {
        return service.noticeOutcomes(shop, number);
    }

    @GetMapping("/messages/{id}")
    ShownMessage getMessage(@PathVariable String id) {
        return service.getMessage(id);
    }

    @PostMapping("/messages/{id}/settle")
    ShownMessage settleMessage(@PathVariable String id, @RequestBody Settle body) {
        return service.settleMessage(id, body);
    }
}
