package upbeat.herald.server.orderview;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.orderview.OrderDetailService.OrderTimelineView;

/** One order: its timeline, and what each notice did or would do for it. */
@RestController
@RequestMapping("/ui")
@Tag(name = "ui-orders")
class OrderDetailController {
    private final OrderDetailService service;

    OrderDetailController(OrderDetailService service) {
        this.service = service;
    }

    @GetMapping("/orders/{shop}/{number}")
    OrderTimelineView get(@PathVariable String shop, @PathVariable String number) {
        return service.get(shop, number);
    }

    @GetMapping("/orders/{shop}/{number}/outcomes")
    List<NoticeOutcome> noticeOutcomes(@PathVariable String shop, @PathVariable String number) {
        return service.noticeOutcomes(shop, number);
    }
}
