package upbeat.herald.core.returns;

import upbeat.herald.core.journey.Stage;

/** What a carrier's scan means on the way back: delivered there is returned here. */
public final class ReturnScan {
    private ReturnScan() {}

    /**
     * @param read what the carrier's code table reads in it
     * @return {@link Stage#RETURNING} or {@link Stage#RETURNED}; what was read while the carrier doesn't have the
     *     parcel
     */
    public static Stage stageOf(Stage read) {
        if (!read.isCarrierStage()) return read;
        return read.isFinal() ? Stage.RETURNED : Stage.RETURNING;
    }
}
