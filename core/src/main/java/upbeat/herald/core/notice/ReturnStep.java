package upbeat.herald.core.notice;

import java.util.Arrays;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;

/** How far a return of the customer's has come, as a notice may tell of it. */
public enum ReturnStep {
    /** The customer has a label. */
    REQUESTED("requested", Stage.RETURNING),
    /** The carrier has the parcel. */
    ON_ITS_WAY("on-its-way", Stage.RETURNING),
    /** It is back, as the carrier or somebody of the team says. */
    RECEIVED("received", Stage.RETURNED);

    private final String code;
    private final Stage stage;

    ReturnStep(String code, Stage stage) {
        this.code = code;
        this.stage = stage;
    }

    public String code() {
        return code;
    }

    /** The stop beside which a notice about it stands. */
    public Stage stage() {
        return stage;
    }

    public static Optional<ReturnStep> fromCode(@Nullable String code) {
        return Arrays.stream(values()).filter(s -> s.code.equals(code)).findFirst();
    }

    /** @param visit one of a return's */
    static ReturnStep of(StageVisit visit) {
        return visit.stage() == Stage.RETURNED ? RECEIVED : ON_ITS_WAY;
    }
}
