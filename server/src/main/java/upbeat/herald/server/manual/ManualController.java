package upbeat.herald.server.manual;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.manual.ManualChange.Done;
import upbeat.herald.server.manual.ManualMarkService.Mark;
import upbeat.herald.server.manual.ManualParcelService.ParcelByHand;
import upbeat.herald.server.manual.ManualTagService.TagMany;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/**
 * What a coordinator does to orders by hand: tracking numbers, stages and tags, for one or for many; and taking it back
 * while nothing was sent for it.
 */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/hand")
@Tag(name = "ui-hand")
class ManualController {
    private final ManualParcelService parcels;
    private final ManualMarkService marks;
    private final ManualTagService tags;
    private final UndoService undo;
    private final ManualPollService polls;
    private final ManualReturnService returns;

    ManualController(
            ManualParcelService parcels,
            ManualMarkService marks,
            ManualTagService tags,
            UndoService undo,
            ManualPollService polls,
            ManualReturnService returns) {
        this.parcels = parcels;
        this.marks = marks;
        this.tags = tags;
        this.undo = undo;
        this.polls = polls;
        this.returns = returns;
    }

    @PostMapping("/orders/{shop}/{number}/parcels")
    Done addParcel(
            @PathVariable String shop,
            @PathVariable String number,
            @RequestBody ParcelByHand body,
            Authentication who) {
        return parcels.addParcel(shop, number, body, who);
    }

    @PutMapping("/orders/{shop}/{number}/parcels/{carrier}/{trackingNumber}")
    Done changeParcel(
            @PathVariable String shop,
            @PathVariable String number,
            @PathVariable String carrier,
            @PathVariable String trackingNumber,
            @RequestBody ParcelByHand body,
            Authentication who) {
        return parcels.changeParcel(shop, number, carrier, trackingNumber, body, who);
    }

    @DeleteMapping("/orders/{shop}/{number}/parcels/{carrier}/{trackingNumber}")
    Done removeParcel(
            @PathVariable String shop,
            @PathVariable String number,
            @PathVariable String carrier,
            @PathVariable String trackingNumber,
            Authentication who) {
        return parcels.removeParcel(shop, number, carrier, trackingNumber, who);
    }

    @PostMapping("/orders/{shop}/{number}/parcels/{trackingNumber}/polling/{carrier}")
    Done restartPolling(
            @PathVariable String shop,
            @PathVariable String number,
            @PathVariable String trackingNumber,
            @PathVariable String carrier) {
        return polls.restart(shop, number, trackingNumber, carrier);
    }

    @PostMapping("/marks")
    Done markStage(@RequestBody Mark body, Authentication who) {
        return marks.markStage(body, who);
    }

    /** A return of a customer's is back. */
    @PostMapping("/returns/{id}/received")
    Done markReturnReceived(@PathVariable long id, Authentication who) {
        return returns.markReceived(id, who);
    }

    /** Nobody waits for a return any more. */
    @PostMapping("/returns/{id}/cancel")
    Done cancelReturn(@PathVariable long id, Authentication who) {
        return returns.cancel(id, who);
    }

    @PostMapping("/tags")
    Done addTag(@RequestBody TagMany body, Authentication who) {
        return tags.addTag(body, who);
    }

    @PostMapping("/deeds/{id}/undo")
    Done undo(@PathVariable long id) {
        return undo.undo(id);
    }
}
