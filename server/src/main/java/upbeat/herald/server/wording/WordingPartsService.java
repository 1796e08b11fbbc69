package upbeat.herald.server.wording;

import java.io.IOException;
import java.time.InstantSource;
import java.util.Arrays;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.Texts;
import upbeat.herald.core.notice.Starters;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.BlockCondition;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.picture.PictureEncoder;
import upbeat.herald.server.platform.random.RandomIds;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.platform.web.ValidationException;

/** What e-mails are put together from: saved blocks, pictures, conditions. */
@Service
class WordingPartsService {
    /** Twice the widest a mail shows, for sharp screens. */
    private static final int PICTURE_PIXELS = 1200;

    private static final int MAIL_PIXELS = 504;
    private final WordingVersionRepository blocks;
    private final BrandRepository pictures;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final RandomIds ids;
    private final InstantSource clock;

    WordingPartsService(
            WordingVersionRepository blocks,
            BrandRepository pictures,
            JdbcClient reader,
            DatabaseWriter writer,
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
    record WordingParts(
            List<WordingVersionRepository.SavedBlock> saved,
            List<ConditionWords> conditions,
            List<String> languages,
            String base) {}

    record ConditionWords(String code, String words) {}

    record NewBlock(String name, Block block) {}

    /** @param width what it should be shown at, in pixels */
    record Picture(String url, int width) {}

    WordingParts list() {
        return new WordingParts(
                blocks.blocks(reader),
                Arrays.stream(BlockCondition.values())
                        .map(c -> new ConditionWords(c.code(), c.label()))
                        .toList(),
                Starters.LANGUAGES,
                pictures.baseLanguage(reader));
    }

    WordingVersionRepository.SavedBlock save(NewBlock body) {
        ValidationException errors = new ValidationException();
        if (Texts.isBlank(body.name()) || body.name().length() > 60)
            errors.add("name", "Enter a name of up to 60 characters");
        if (body.block() == null || Block.Kind.fromCode(body.block().kind()) == null)
            errors.add("block", "There is no block to save");
        errors.throwIfAny();
        WordingVersionRepository.SavedBlock kept = new WordingVersionRepository.SavedBlock(
                ids.newId("block_"), body.name().strip(), body.block());
        writer.write(db -> {
            if (blocks.findBlockByName(db, kept.name()).isPresent())
                errors.add(
                        "name",
                        "There's already a block named \"" + kept.name()
                                + "\" already. Choose another name, or delete that block first");
            errors.throwIfAny();
            blocks.insert(db, kept, clock.instant());
            return null;
        });
        return kept;
    }

    void delete(String id) {
        if (!writer.write(db -> blocks.removeBlock(db, id))) throw new NotFoundException("This block no longer exists");
    }

    /** Keeps a picture, drawn anew, under an address that customers' mail programs can load. */
    Picture picture(MultipartFile file) throws IOException {
        PictureEncoder.Png png = PictureEncoder.toPng(file.getBytes(), PICTURE_PIXELS, 2 * PICTURE_PIXELS);
        String name = writer.write(db -> pictures.insertPicture(db, png, clock.instant()));
        return new Picture(pictures.pictureAddress(name), Math.min(png.width(), MAIL_PIXELS));
    }
}
