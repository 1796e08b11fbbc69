package upbeat.herald.server.ingest.feed;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.ScanDocumentReader;
import upbeat.herald.server.ingest.ScanIngestService;
import upbeat.herald.server.ingest.spreadsheet.FileImport;
import upbeat.herald.server.platform.HeraldProperties;
import upbeat.herald.server.platform.http.OutboundHttp;
import upbeat.herald.server.platform.signal.WorkSignal;
import upbeat.herald.server.platform.time.WallClock;

/** Looks once at a feed, and takes in what is new there. */
@Component
class FeedTrial {
    private static final Logger LOG = LoggerFactory.getLogger(FeedTrial.class);
    private static final long LARGEST_FILE = 20 << 20;
    /** A file that was written to within this time may not be whole yet. */
    private static final int SETTLED_SECONDS = 2;

    private final OutboundHttp fetch;
    private final FileImport fileImport;
    private final ScanIngestService scans;
    private final Path inbox;
    private final InstantSource clock;
    private final WallClock wallClock;
    private final WorkSignal signal;

    FeedTrial(
            OutboundHttp fetch,
            FileImport fileImport,
            ScanIngestService scans,
            HeraldProperties properties,
            InstantSource clock,
            WallClock wallClock,
            WorkSignal signal) {
        this.fetch = fetch;
        this.fileImport = fileImport;
        this.scans = scans;
        this.inbox = properties.data().resolve("inbox");
        this.clock = clock;
        this.wallClock = wallClock;
        this.signal = signal;
    }

    /** @param arrived true where something new was there; {@code hash} of it, or null */
    record Outcome(
            boolean arrived,
            @Nullable String summary,
            @Nullable String hash) {}

    private Path folder(String place) {
        return inbox.resolve(place);
    }

    Outcome tryOnce(FeedRepository.Feed feed) {
        return feed.source().kind().equals("folder") ? folder(feed) : address(feed);
    }

    private Outcome address(FeedRepository.Feed feed) {
        byte[] body = fetch.get(feed.source().place()).body();
        String hash = hash(body);
        if (hash.equals(feed.lastHash())) return new Outcome(false, "No changes since the last file", hash);
        String path = java.net.URI.create(feed.source().place()).getPath();
        String name = path == null || path.length() < 2 ? feed.name() : path.substring(path.lastIndexOf('/') + 1);
        return new Outcome(true, take(feed, name, body), hash);
    }

    private Outcome folder(FeedRepository.Feed feed) {
        Path folder = folder(feed.source().place());
        List<String> said = new ArrayList<>();
        try {
            Files.createDirectories(folder);
            List<Path> files;
            try (Stream<Path> list = Files.list(folder)) {
                files = list.filter(Files::isRegularFile)
                        .filter(f -> !f.getFileName().toString().startsWith("."))
                        .sorted()
                        .toList();
            }
            for (Path file : files) {
                Instant settled = wallClock.instant().minusSeconds(SETTLED_SECONDS);
                if (Files.getLastModifiedTime(file).toInstant().isAfter(settled)) continue;
                String name = file.getFileName().toString();
                try {
                    if (Files.size(file) > LARGEST_FILE)
                        throw new HeraldException("file", "The file is larger than 20 MB");
                    said.add(name + ": " + take(feed, name, Files.readAllBytes(file)));
                    move(file, folder.resolve("done"));
                } catch (HeraldException e) {
                    said.add(name + ": refused, " + e.getMessage());
                    Path kept = move(file, folder.resolve("refused"));
                    Files.writeString(kept.resolveSibling(kept.getFileName() + ".why.txt"), e.getMessage() + "\n");
                }
            }
        } catch (IOException e) {
            LOG.warn("The folder {} can't be read: {}", folder, e.toString());
            throw new HeraldException("place", "The folder " + folder + " can't be read");
        }
        return new Outcome(!said.isEmpty(), said.isEmpty() ? "The folder is empty" : String.join("\n", said), null);
    }

    private String take(FeedRepository.Feed feed, String name, byte[] body) {
        String source = feed.source().kind();
        Optional<ScanDocumentReader> format =
                ScanDocumentReader.fromCode(feed.content().holds());
        if (format.isPresent()) {
            ScanIngestService.ScansAccepted taken =
                    scans.ingestDocument(format.get(), body, feed.content().carrier(), clock.instant());
            signal.signal();
            return taken.accepted() + " scans accepted, " + taken.duplicate() + " duplicates, " + taken.unknownParcel()
                    + " of unknown parcels, " + taken.unreadCode() + " with unmapped codes, "
                    + taken.rejected().size() + " refused";
        }
        return fileImport
                .importFile(Texts.orEmpty(feed.content().shop()), feed.content().holds(), name, source, body)
                .summary();
    }

    private static Path move(Path file, Path to) throws IOException {
        Files.createDirectories(to);
        Path target = to.resolve(file.getFileName());
        for (int i = 2; Files.exists(target); i++) target = to.resolve(i + "-" + file.getFileName());
        return Files.move(file, target, StandardCopyOption.ATOMIC_MOVE);
    }

    private static String hash(byte[] body) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(body));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("SHA-256 is part of every Java platform", e);
        }
    }
}
