package upbeat.herald.server.intake;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.InstantSource;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.web.Faults;

/** Scans from carriers and other systems. */
@RestController
@RequestMapping("/api/v1/scans")
@Tag(name = "scans")
class ScansApi {
    static final int MOST = 10_000;
    private final TakeScans take;
    private final InstantSource clock;
    private final Bell bell;

    ScansApi(TakeScans take, InstantSource clock, Bell bell) {
        this.take = take;
        this.clock = clock;
        this.bell = bell;
    }

    /** @param at RFC 3339; without an offset it is read in the carrier's time zone */
    record ScanBody(@Nullable String carrier, @Nullable String trackingNumber, @Nullable String code, @Nullable String text, @Nullable String at, @Nullable String place) {}

    /** Each scan counts in one place. @param accepted read and put on its parcel; {@code unknownParcel} and {@code unreadCode} are kept and read when that is known */
    record ScansTaken(int accepted, int duplicate, int unknownParcel, int unreadCode, List<Rejected> rejected) {}

    /** @param index in the list sent, from 0 */
    record Rejected(int index, String reason) {}

    @PostMapping
    @Operation(summary = "Brings up to 10,000 scans in; one that is wrong does not keep the others out")
    ScansTaken post(@RequestBody List<ScanBody> scans) {
        if (scans.size() > MOST) {
            Faults faults = new Faults();
            faults.add("", "Send up to " + MOST + " scans at once; these are " + scans.size());
            faults.raise();
        }
        ScansTaken taken = take.all(scans, clock.instant());
        bell.ring();
        return taken;
    }
}
