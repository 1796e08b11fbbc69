package upbeat.herald.core.notice;

import upbeat.herald.core.journey.Stage;

/** Which messages leave first where more are due than can leave at once. */
public enum Priority {
    /** Worth something only now: the parcel comes today or has to be fetched, or it answers what the customer said. */
    URGENT,
    NORMAL,
    /** Waits best: a follow-up, a reminder, or a copy for the team. */
    LATER;

    /** Of what a notice says when its moment comes. */
    public static Priority of(Notice notice) {
        Notice.Timing timing = notice.timing();
        if (timing.trigger().answer() != null) return URGENT;
        boolean isFollowUp = timing.series() != null
                || timing.dayDelay() != null && timing.dayDelay().days() > 0
                || timing.after().toDays() >= 1;
        if (isFollowUp) return LATER;
        return isOfToday(timing.stage()) && timing.trigger().waitsForStage() ? URGENT : NORMAL;
    }

    private static boolean isOfToday(Stage stage) {
        return stage == Stage.OUT_FOR_DELIVERY || stage == Stage.ATTEMPTED || stage == Stage.READY_FOR_COLLECTION;
    }
}
