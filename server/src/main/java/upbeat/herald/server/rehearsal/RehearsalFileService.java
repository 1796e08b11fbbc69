package upbeat.herald.server.rehearsal;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.forecast.OrderPast;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.ingest.spreadsheet.PastSheet;
import upbeat.herald.server.ingest.spreadsheet.PastSheetReader;
import upbeat.herald.server.order.StopListRepository;

/** Orders and scans of a file, in place of the own past. They are rehearsed and nothing else. */
@Service
class RehearsalFileService {
    /** What is sent after the last scan still belongs to it. */
    private static final Duration AFTERWARDS = Duration.ofDays(30);

    private final PastSheetReader sheets;
    private final RehearsalFileRepository files;
    private final StopListRepository stopList;
    private final JdbcClient reader;

    RehearsalFileService(
            PastSheetReader sheets, RehearsalFileRepository files, StopListRepository stopList, JdbcClient reader) {
        this.sheets = sheets;
        this.files = files;
        this.stopList = stopList;
        this.reader = reader;
    }

    /**
     * What is in a file.
     *
     * @param events scans and other things that happened; {@code unread} of them have a code nobody reads
     * @param from, to of the first and the last thing that happened; null where no order can be used
     */
    record FileContent(
            int orders,
            int events,
            int unread,
            @Nullable Instant from,
            @Nullable Instant to,
            List<PastSheet.SheetFault> faults) {}

    FileContent check(MultipartFile file, String shop) throws IOException {
        PastSheet sheet = sheets.read(reader, shop, file.getBytes());
        List<FileStory> stories = FileStories.list(sheet.orders());
        List<PastSheet.SheetEvent> events =
                sheet.orders().stream().flatMap(o -> o.events().stream()).toList();
        return new FileContent(
                stories.size(),
                events.size(),
                (int) events.stream().filter(e -> e.stage() == null).count(),
                stories.isEmpty() ? null : FileStories.firstAt(stories),
                stories.isEmpty() ? null : FileStories.lastAt(stories),
                sheet.faults());
    }

    /** @throws HeraldException where it has no order that can be used */
    List<FileStory> read(MultipartFile file, String shop) throws IOException {
        List<FileStory> stories =
                FileStories.list(sheets.read(reader, shop, file.getBytes()).orders());
        if (stories.isEmpty()) throw new HeraldException("file", "No order of this file can be used");
        return stories;
    }

    static RehearsalRepository.Period periodOf(List<FileStory> stories) {
        return new RehearsalRepository.Period(
                FileStories.firstAt(stories), FileStories.lastAt(stories).plus(AFTERWARDS));
    }

    /** Empty where the rehearsal isn't one of a file. */
    List<Long> findIds(String rehearsalId) {
        return files.findIds(reader, rehearsalId);
    }

    List<OrderPast> load(String rehearsalId, List<Long> ids) {
        return toPasts(files.find(reader, rehearsalId, ids));
    }

    List<OrderPast> load(String rehearsalId, String shop, String number) {
        return toPasts(files.find(reader, rehearsalId, shop, number).stream().toList());
    }

    private List<OrderPast> toPasts(List<RehearsalFileRepository.KeptStory> kept) {
        Map<Long, Order> orders = kept.stream()
                .collect(Collectors.toMap(
                        RehearsalFileRepository.KeptStory::id,
                        k -> k.story().story().order()));
        Map<Long, Set<Channel>> stopped = stopList.isEmpty(reader) ? Map.of() : stopList.findStopped(reader, orders);
        return kept.stream()
                .map(k -> k.story().toPast(k.id(), stopped.getOrDefault(k.id(), Set.of())))
                .toList();
    }

    /** A file to begin with: an order without a parcel, and one with two scans. */
    static String template() {
        return String.join(
                        "\r\n",
                        "order number,placed at,name,e-mail,phone,country,language,payment,total,currency,item,quantity,"
                                + "carrier,tracking number,scan code,status,scanned at",
                        "A-1,2026-11-20 10:05,Ann Example,ann@customer.example,,SE,sv,cash on delivery,84.50,SEK,"
                                + "Box kite,1,,,,,",
                        "A-2,2026-11-20 11:30,Bo Example,bo@customer.example,,DE,de,prepaid,60.50,EUR,Box kite,1,"
                                + ",RX473124829XS,,dispatched,2026-11-21 08:40",
                        "A-2,2026-11-20 11:30,Bo Example,bo@customer.example,,DE,de,prepaid,60.50,EUR,Box kite,1,"
                                + ",RX473124829XS,,delivered,2026-11-23 14:10")
                + "\r\n";
    }
}
