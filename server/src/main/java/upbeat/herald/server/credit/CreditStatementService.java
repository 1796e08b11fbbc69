package upbeat.herald.server.credit;

import java.io.IOException;
import java.io.OutputStream;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.credit.CreditAmount;
import upbeat.herald.core.credit.PriceFile;
import upbeat.herald.core.credit.PriceRow;
import upbeat.herald.server.channel.Prices;
import upbeat.herald.server.credit.CreditRepository.Entry;
import upbeat.herald.server.credit.CreditRepository.EntryAsk;
import upbeat.herald.server.platform.changes.ChangeLog;
import upbeat.herald.server.platform.sheet.SheetFile;

/** The ledger, looked through and saved for the books. */
@Service
class CreditStatementService {
    private static final int PAGE = 50;
    private static final int TOGETHER = 500;
    private static final List<String> HEADINGS = List.of(
            "number",
            "time",
            "kind",
            "from",
            "to",
            "amount",
            "currency",
            "channel",
            "message",
            "reference",
            "note",
            "by");

    private final CreditRepository credit;
    private final Prices prices;
    private final ChangeLog log;
    private final JdbcClient reader;

    CreditStatementService(CreditRepository credit, Prices prices, ChangeLog log, JdbcClient reader) {
        this.credit = credit;
        this.prices = prices;
        this.log = log;
        this.reader = reader;
    }

    /** @param month as 2026-11, in UTC; blank for all; {@code kind} of entry, blank for all */
    record LedgerAsk(@Nullable String month, @Nullable String kind) {}

    /** @param message the id of the one it is about, or null */
    record LedgerLine(
            long seq,
            Instant at,
            String kind,
            String from,
            String to,
            String amount,
            @Nullable String channel,
            @Nullable String message,
            @Nullable String note,
            @Nullable String by) {}

    record LedgerPage(
            List<LedgerLine> entries,
            String currency,
            @Nullable Long next) {}

    LedgerPage find(LedgerAsk ask, @Nullable Long below) {
        List<Entry> page = credit.findEntries(reader, parse(ask), below, PAGE);
        return new LedgerPage(
                page.stream().map(CreditStatementService::line).toList(),
                prices.get().currency(),
                page.size() < PAGE ? null : page.get(page.size() - 1).seq());
    }

    private static LedgerLine line(Entry e) {
        return new LedgerLine(
                e.seq(),
                e.at(),
                e.posting().kind().code(),
                e.posting().from().code(),
                e.posting().to().code(),
                CreditAmount.fromUnits(e.posting().amount()).toPlainString(),
                e.channel(),
                e.messageId(),
                e.note(),
                e.by());
    }

    private static EntryAsk parse(LedgerAsk ask) {
        String kind = Texts.blankToNull(ask.kind());
        String month = Texts.blankToNull(ask.month());
        if (month == null) return new EntryAsk(kind, Instant.EPOCH, Instant.parse("9999-12-31T00:00:00Z"));
        try {
            YearMonth of = YearMonth.parse(month);
            return new EntryAsk(
                    kind,
                    of.atDay(1).atStartOfDay().toInstant(ZoneOffset.UTC),
                    of.plusMonths(1).atDay(1).atStartOfDay().toInstant(ZoneOffset.UTC));
        } catch (DateTimeException e) {
            throw new HeraldException("month", "Choose a month, such as 2026-11");
        }
    }

    /** @param format csv or xlsx */
    ResponseEntity<StreamingResponseBody> export(String format, LedgerAsk ask) {
        SheetFile sheet = SheetFile.parse(format);
        EntryAsk parsed = parse(ask);
        log.noteExport("ledger", Map.of("format", format));
        return file(sheet, "ledger", out -> write(out, sheet, parsed));
    }

    private void write(OutputStream out, SheetFile sheet, EntryAsk ask) throws IOException {
        String currency = prices.get().currency();
        sheet.write(out, "Ledger", rows -> {
            rows.write(HEADINGS);
            Long below = null;
            List<Entry> page;
            do {
                page = credit.findEntries(reader, ask, below, TOGETHER);
                for (Entry e : page) {
                    LedgerLine l = line(e);
                    rows.write(List.of(
                            Long.toString(l.seq()),
                            l.at().toString(),
                            l.kind(),
                            l.from(),
                            l.to(),
                            l.amount(),
                            currency,
                            Texts.orEmpty(l.channel()),
                            Texts.orEmpty(l.message()),
                            Texts.orEmpty(e.reference()),
                            Texts.orEmpty(l.note()),
                            Texts.orEmpty(l.by())));
                    below = e.seq();
                }
            } while (page.size() == TOGETHER);
        });
    }

    /** As it can be read in again. */
    ResponseEntity<StreamingResponseBody> exportPrices() {
        PriceFile.Prices listed = prices.get();
        return file(
                SheetFile.CSV,
                "prices",
                out -> SheetFile.CSV.write(out, "Prices", rows -> {
                    rows.write(PriceFile.HEADINGS);
                    for (PriceRow row : listed.table().rows()) rows.write(PriceFile.write(row, listed.currency()));
                }));
    }

    private static ResponseEntity<StreamingResponseBody> file(
            SheetFile sheet, String name, StreamingResponseBody body) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, sheet.mediaType())
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"" + name + "." + sheet.extension() + "\"")
                .body(body);
    }
}
