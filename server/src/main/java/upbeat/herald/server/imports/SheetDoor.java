package upbeat.herald.server.imports;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.exchange.OrderSheet;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.time.RandomIds;
import upbeat.herald.server.web.NotFound;

/** Loads an order sheet in two steps: first what it would do, row by row, keeping nothing; then, on a word, doing it. */
@RestController
@RequestMapping("/ui/sheets")
@Tag(name = "ui-sheets")
class SheetDoor {
    private static final int SHOWN = 1_000;

    private final TakeSheet take;
    private final Writer writer;
    private final JdbcClient reader;
    private final InstantSource clock;
    private final RandomIds ids;
    private final Bell bell;

    SheetDoor(TakeSheet take, Writer writer, JdbcClient reader, InstantSource clock, RandomIds ids, Bell bell) {
        this.take = take;
        this.writer = writer;
        this.reader = reader;
        this.clock = clock;
        this.ids = ids;
        this.bell = bell;
    }

    /** @param applied false while this is only what would be done; {@code rows} the refused ones first, up to 1,000 */
    record SheetResult(String id, String fileName, String shop, boolean applied, String delimiter, String encoding, List<String> columns, List<String> leftOut, int created, int changed, int unchanged, int refused, int messages, List<TakeSheet.RowOutcome> rows) {}

    private record Upload(String shop, String fileName, byte[] content, boolean applied) {}

    @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    SheetResult rehearse(@RequestParam("file") MultipartFile file, @RequestParam("shop") String shop) throws IOException {
        if (!shop.matches("[a-z0-9][a-z0-9-]{0,39}")) throw new HeraldException("shop", "A shop's key has up to 40 lower case letters, digits and hyphens");
        OrderSheet sheet = OrderSheet.read(file.getBytes());
        String id = ids.id("sheet_");
        String name = file.getOriginalFilename() == null ? "sheet.csv" : file.getOriginalFilename();
        Instant now = clock.instant();
        byte[] content = file.getBytes();
        writer.write(db -> db.sql("insert into sheet_upload (id, shop, file_name, content, uploaded_at) values (?, ?, ?, ?, ?)").params(id, shop, name, content, now.toEpochMilli()).update());
        return result(id, name, shop, false, sheet, writer.rehearse(db -> take.all(db, shop, sheet.rows(), now)));
    }

    @PostMapping("/{id}")
    SheetResult apply(@PathVariable String id) {
        Upload upload = reader.sql("select shop, file_name, content, applied_at from sheet_upload where id = ?").param(id)
                .query((rs, i) -> new Upload(rs.getString("shop"), rs.getString("file_name"), rs.getBytes("content"), rs.getObject("applied_at") != null)).optional().orElseThrow(() -> new NotFound("There is no upload " + id + ". Load the file again"));
        if (upload.applied()) throw new HeraldException("id", "This file was loaded already");
        OrderSheet sheet = OrderSheet.read(upload.content());
        Instant now = clock.instant();
        List<TakeSheet.RowOutcome> rows = writer.write(db -> {
            if (db.sql("update sheet_upload set applied_at = ? where id = ? and applied_at is null").params(now.toEpochMilli(), id).update() == 0) throw new HeraldException("id", "This file was loaded already");
            return take.all(db, upload.shop(), sheet.rows(), now);
        });
        bell.ring();
        return result(id, upload.fileName(), upload.shop(), true, sheet, rows);
    }

    private static SheetResult result(String id, String fileName, String shop, boolean applied, OrderSheet sheet, List<TakeSheet.RowOutcome> rows) {
        List<TakeSheet.RowOutcome> shown = rows.stream().sorted(java.util.Comparator.comparing(r -> r.verdict().equals("refused") ? 0 : 1)).limit(SHOWN).toList();
        return new SheetResult(id, fileName, shop, applied, sheet.delimiter(), sheet.encoding(), sheet.columns(), sheet.leftOut(), count(rows, "new"), count(rows, "changed"), count(rows, "unchanged"), count(rows, "refused"),
                rows.stream().mapToInt(TakeSheet.RowOutcome::messages).sum(), shown);
    }

    private static int count(List<TakeSheet.RowOutcome> rows, String verdict) {
        return (int) rows.stream().filter(r -> r.verdict().equals(verdict)).count();
    }
}
