package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import java.time.InstantSource;
import java.util.Arrays;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.Texts;
import upbeat.herald.core.plan.Block;
import upbeat.herald.core.wording.Condition;
import upbeat.herald.core.wording.Starters;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.pictures.Pictures;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.time.RandomIds;
import upbeat.herald.server.web.Faults;
import upbeat.herald.server.web.NotFound;

/** What e-mails are put together from: saved blocks, pictures, conditions. */
@RestController
@RequestMapping("/ui/wording-pieces")
@Tag(name = "ui-wording")
class PiecesDoor {
    /** Twice the widest a mail shows, for sharp screens. */
    private static final int PICTURE_PIXELS = 1200;

    private static final int MAIL_PIXELS = 504;
    private final WordingStore blocks;
    private final BrandStore pictures;
    private final JdbcClient reader;
    private final Writer writer;
    private final RandomIds ids;
    private final InstantSource clock;

    PiecesDoor(
            WordingStore blocks,
            BrandStore pictures,
            JdbcClient reader,
            Writer writer,
            RandomIds ids,
            InstantSource clock) {
        this.blocks = blocks;
        this.pictures = pictures;
        this.reader = reader;
        this.writer = writer;
        this.ids = ids;
        this.clock = clock;
    }

    /** @param languages of the starters; {@code base} of the words for everyone */
    record Pieces(
            List<WordingStore.SavedBlock> saved,
            List<ConditionWords> conditions,
            List<String> languages,
            String base) {}

    record ConditionWords(String code, String words) {}

    record NewBlock(String name, Block block) {}

    /** @param width what it should be shown at, in pixels */
    record Picture(String url, int width) {}

    @GetMapping
    Pieces all() {
        return new Pieces(
                blocks.blocks(reader),
                Arrays.stream(Condition.values())
                        .map(c -> new ConditionWords(c.code(), c.words()))
                        .toList(),
                Starters.LANGUAGES,
                pictures.baseLanguage(reader));
    }

    @PostMapping("/blocks")
    @ResponseStatus(HttpStatus.CREATED)
    WordingStore.SavedBlock keep(@RequestBody NewBlock body) {
        Faults faults = new Faults();
        if (Texts.blank(body.name()) || body.name().length() > 60)
            faults.add("name", "Give it a name of up to 60 characters");
        if (body.block() == null || Block.Kind.of(body.block().kind()) == null)
            faults.add("block", "There is no block to keep");
        faults.raise();
        WordingStore.SavedBlock kept =
                new WordingStore.SavedBlock(ids.id("block_"), body.name().strip(), body.block());
        writer.write(db -> {
            if (blocks.named(db, kept.name()).isPresent())
                faults.add(
                        "name",
                        "There is a block \"" + kept.name()
                                + "\" already. Choose another name, or remove that one first");
            faults.raise();
            blocks.keep(db, kept, clock.instant());
            return null;
        });
        return kept;
    }

    @DeleteMapping("/blocks/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void drop(@PathVariable String id) {
        if (!writer.write(db -> blocks.removeBlock(db, id))) throw new NotFound("There is no such block");
    }

    /** Keeps a picture, drawn anew, under an address that customers' mail programs can load. */
    @PostMapping(path = "/pictures", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    Picture picture(@RequestParam("file") MultipartFile file) throws IOException {
        Pictures.Png png = Pictures.png(file.getBytes(), PICTURE_PIXELS, 2 * PICTURE_PIXELS);
        String name = writer.write(db -> pictures.keep(db, png, clock.instant()));
        return new Picture(pictures.address(name), Math.min(png.width(), MAIL_PIXELS));
    }
}
