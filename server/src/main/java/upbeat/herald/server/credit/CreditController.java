package upbeat.herald.server.credit;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import java.security.Principal;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import upbeat.herald.server.credit.CreditPayments.Correction;
import upbeat.herald.server.credit.CreditPayments.TopUp;
import upbeat.herald.server.credit.CreditService.CreditView;
import upbeat.herald.server.credit.CreditService.SettingsBody;
import upbeat.herald.server.credit.CreditStatementService.LedgerAsk;
import upbeat.herald.server.credit.CreditStatementService.LedgerPage;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Setup, Credit: what is left, what it went on, and what things cost. */
@Needs(Role.OWNER)
@RestController
@RequestMapping("/ui/credit")
@Tag(name = "ui-credit")
class CreditController {
    private final CreditService service;
    private final CreditPayments payments;
    private final CreditStatementService statements;

    CreditController(CreditService service, CreditPayments payments, CreditStatementService statements) {
        this.service = service;
        this.payments = payments;
        this.statements = statements;
    }

    @GetMapping
    CreditView getCredit() {
        return service.get();
    }

    @PostMapping("/top-ups")
    CreditView topUp(@RequestBody TopUp body, Principal who) {
        payments.topUp(body, who.getName());
        return service.get();
    }

    @PostMapping("/corrections")
    CreditView correctCredit(@RequestBody Correction body, Principal who) {
        payments.correct(body, who.getName());
        return service.get();
    }

    @PutMapping("/settings")
    CreditView saveCreditSettings(@RequestBody SettingsBody body) {
        return service.saveSettings(body);
    }

    @GetMapping("/entries")
    LedgerPage listEntries(@ParameterObject LedgerAsk ask, @RequestParam(required = false) @Nullable Long below) {
        return statements.find(ask, below);
    }

    @GetMapping("/entries/export.{format}")
    ResponseEntity<StreamingResponseBody> exportEntries(@PathVariable String format, @ParameterObject LedgerAsk ask) {
        return statements.export(format, ask);
    }

    @GetMapping("/prices.csv")
    ResponseEntity<StreamingResponseBody> exportPrices() {
        return statements.exportPrices();
    }

    @PostMapping(path = "/prices", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    CreditView importPrices(@RequestParam("file") MultipartFile file) throws IOException {
        return service.importPrices(file.getBytes());
    }
}
