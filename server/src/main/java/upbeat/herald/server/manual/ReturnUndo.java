package upbeat.herald.server.manual;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.ingest.StageMarkService;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.ReturnRepository.ReturnRow;
import upbeat.herald.server.platform.web.NotFoundException;

/** Takes back what was done to a return by hand. */
@Component
class ReturnUndo {
    private final ReturnRepository returns;
    private final ParcelRepository parcels;
    private final StageMarkService marks;

    ReturnUndo(ReturnRepository returns, ParcelRepository parcels, StageMarkService marks) {
        this.returns = returns;
        this.parcels = parcels;
        this.marks = marks;
    }

    static boolean canUndo(ManualChangeRepository.Step step) {
        return step.kind().equals(ManualReturnService.UNRECEIVE) || step.kind().equals(ManualReturnService.REOPEN);
    }

    void undo(JdbcClient db, ManualChangeRepository.Step step) {
        long id = Long.parseLong(String.valueOf(step.value()));
        if (step.kind().equals(ManualReturnService.REOPEN)) {
            returns.reopen(db, id);
            return;
        }
        ReturnRow r = returns.find(db, id).orElseThrow(() -> new NotFoundException("There is no such return"));
        returns.unmarkReceived(db, id);
        if (r.parcelId() != null)
            parcels.find(db, r.parcelId())
                    .ifPresent(parcel -> marks.unmarkReturned(db, parcel, id, ManualChange.SOURCE));
    }
}
