package upbeat.herald.server.messageview;

import java.io.IOException;
import java.io.OutputStream;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.IntConsumer;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.messageview.MessageListRepository.Cursor;
import upbeat.herald.server.messageview.MessageListService.MessageLine;
import upbeat.herald.server.messageview.MessageSelection.Selected;
import upbeat.herald.server.platform.changes.ChangeLog;
import upbeat.herald.server.platform.sheet.ExportProgress;
import upbeat.herald.server.platform.sheet.SheetFile;

/** Messages as a file: a sheet of all that fit, or a mailbox of the e-mails among them. */
@Service
class MessageExportService {
    private static final int TOGETHER = 500;
    private static final String MAILBOX = "mbox";
    private static final List<String> HEADINGS = List.of(
            "message",
            "time",
            "status",
            "reason",
            "notice",
            "stage",
            "channel",
            "to",
            "language",
            "meant for",
            "shop",
            "order number",
            "customer",
            "carrier",
            "tracking number",
            "sent",
            "delivered",
            "read",
            "attempts",
            "subject",
            "segments",
            "cost",
            "currency");

    private final MessageListService list;
    private final MessageSelection selection;
    private final MessageRepository messages;
    private final MessageMailFile mail;
    private final ExportProgress progress;
    private final ChangeLog log;
    private final JdbcClient reader;

    MessageExportService(
            MessageListService list,
            MessageSelection selection,
            MessageRepository messages,
            MessageMailFile mail,
            ExportProgress progress,
            ChangeLog log,
            JdbcClient reader) {
        this.list = list;
        this.selection = selection;
        this.messages = messages;
        this.mail = mail;
        this.progress = progress;
        this.log = log;
        this.reader = reader;
    }

    /** @param format csv, xlsx or mbox; {@code progressId} under which is asked how far it has come, or null */
    ResponseEntity<StreamingResponseBody> export(String format, MessageAsk ask, @Nullable String progressId) {
        SheetFile sheet = format.equals(MAILBOX) ? null : SheetFile.parse(format);
        Selected selected = selection.select(reader, ask);
        log.noteExport("messages", Map.of("format", format));
        IntConsumer onRows = progress.begin(progressId, () -> (int) Math.min(Integer.MAX_VALUE, list.count(ask)));
        return ResponseEntity.ok()
                .header("Content-Type", sheet == null ? "application/mbox" : sheet.mediaType())
                .header("Content-Disposition", "attachment; filename=\"messages." + format + "\"")
                .body(
                        sheet == null
                                ? out -> writeMailbox(selected, out, onRows)
                                : out -> sheet.write(out, "Messages", rows -> writeRows(selected, rows, onRows)));
    }

    ExportProgress.Done findProgress(String id) {
        return progress.get(id);
    }

    private interface PageReader {
        void read(List<Cursor> page) throws IOException;
    }

    private void eachPage(Selected selected, IntConsumer onRows, PageReader pages) throws IOException {
        Cursor below = selected.start();
        List<Cursor> page;
        do {
            page = selection.findPage(reader, selected, below, TOGETHER);
            if (page.isEmpty()) return;
            pages.read(page);
            onRows.accept(page.size());
            below = page.get(page.size() - 1);
        } while (page.size() == TOGETHER);
    }

    private void writeMailbox(Selected selected, OutputStream out, IntConsumer onRows) throws IOException {
        eachPage(selected, onRows, page -> {
            for (Cursor c : page) {
                MessageRow m = messages.find(reader, c.seq()).orElse(null);
                if (m != null && MessageMailFile.isMail(m)) mail.append(m, out);
            }
        });
    }

    private void writeRows(Selected selected, SheetFile.RowWriter rows, IntConsumer onRows) throws IOException {
        rows.write(HEADINGS);
        eachPage(selected, onRows, page -> {
            for (MessageLine line : list.describe(page)) rows.write(cells(line));
        });
    }

    private static List<String> cells(MessageLine m) {
        return Arrays.asList(
                m.id(),
                m.at().toString(),
                m.progress().status(),
                m.progress().reason(),
                m.about().notice(),
                m.about().stage(),
                m.to().channel(),
                m.to().address(),
                m.to().language(),
                m.to().trial() ? "team (trial)" : m.to().copy() ? "team (copy)" : "customer",
                m.about().shop(),
                m.about().order(),
                m.about().customer(),
                m.about().carrier(),
                m.about().trackingNumber(),
                text(m.times().sentAt()),
                text(m.times().deliveredAt()),
                text(m.times().readAt()),
                Integer.toString(m.progress().attempt()),
                m.content().subject(),
                m.content().segments() == null ? null : m.content().segments().toString(),
                m.content().cost() == null ? null : m.content().cost().amount(),
                m.content().cost() == null ? null : m.content().cost().currency());
    }

    private static @Nullable String text(@Nullable Instant at) {
        return at == null ? null : at.toString();
    }
}
