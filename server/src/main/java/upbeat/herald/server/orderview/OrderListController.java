package upbeat.herald.server.orderview;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import upbeat.herald.server.orderview.OrderListService.Choices;
import upbeat.herald.server.orderview.OrderListService.Count;
import upbeat.herald.server.orderview.OrderListService.MatchingOrders;
import upbeat.herald.server.platform.sheet.ExportProgress;

/** The place Orders: the route, the list, its filters and its export. */
@RestController
@RequestMapping("/ui")
@Tag(name = "ui-orders")
class OrderListController {
    private final OrderListService service;
    private final OrderExportService exports;

    OrderListController(OrderListService service, OrderExportService exports) {
        this.service = service;
        this.exports = exports;
    }

    @GetMapping("/route")
    List<StageCountRepository.Stop> stageCounts() {
        return service.stageCounts();
    }

    @GetMapping("/orders")
    OrderListRepository.Page list(
            @ParameterObject OrderFilter.Traits traits,
            @ParameterObject OrderFilter.State state,
            @RequestParam(required = false) @Nullable String after) {
        return service.list(new OrderFilter(traits, state), after);
    }

    @GetMapping("/orders-count")
    Count count(@ParameterObject OrderFilter.Traits traits, @ParameterObject OrderFilter.State state) {
        return service.count(new OrderFilter(traits, state));
    }

    @GetMapping("/orders-attention")
    OrderListService.Attention attention() {
        return service.countAttention();
    }

    @GetMapping("/orders-names")
    MatchingOrders names(@ParameterObject OrderFilter.Traits traits, @ParameterObject OrderFilter.State state) {
        return service.findNames(new OrderFilter(traits, state));
    }

    @GetMapping("/orders-choices")
    Choices choices() {
        return service.choices();
    }

    @GetMapping("/orders-export.{format}")
    ResponseEntity<StreamingResponseBody> export(
            @PathVariable String format,
            @ParameterObject OrderFilter.Traits traits,
            @ParameterObject OrderFilter.State state,
            @RequestParam(required = false) @Nullable String progress) {
        return exports.export(format, new OrderFilter(traits, state), progress);
    }

    @GetMapping("/orders-export-progress/{id}")
    ExportProgress.Done exportProgress(@PathVariable String id) {
        return exports.findExportProgress(id);
    }
}
