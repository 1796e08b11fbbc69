package upbeat.herald.server.orderview;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.orderview.CustomerService.CustomerOverview;

/** One person over all their orders, found by any of them. */
@RestController
@RequestMapping("/ui/customers/{shop}/{number}")
@Tag(name = "ui-customers")
class CustomerController {
    private final CustomerService service;

    CustomerController(CustomerService service) {
        this.service = service;
    }

    @GetMapping
    CustomerOverview getCustomer(@PathVariable String shop, @PathVariable String number) {
        return service.get(shop, number);
    }

    @GetMapping("/export.json")
    ResponseEntity<String> exportCustomer(@PathVariable String shop, @PathVariable String number) {
        return service.export(shop, number);
    }
}
