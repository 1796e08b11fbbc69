package upbeat.herald.server.channel;

import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Wording;

/** Wordings that a network has to approve before they may be used. */
public interface ContentApproval {
    /** {@code SUBMITTED} is stored here and not yet at the network; {@code PENDING} is being reviewed there. */
    enum Status {
        SUBMITTED,
        PENDING,
        APPROVED,
        REFUSED
    }

    /** @param reason of a refusal, or null */
    record Approval(Status status, @Nullable String reason, Instant at) {}

    /** Stores every wording of the notice that is new to the network or changed; part of the caller's transaction. */
    void submit(JdbcClient db, Notice notice, String baseLanguage, Instant now);

    /** Called after the commit: there may be wordings to hand to the network. */
    void submitted();

    /** What the network says of a whole wording; empty where it was never submitted. */
    Optional<Approval> find(JdbcClient db, Notice notice, String language, Wording wording);

    /** The wording that may go out: the chosen one, or the last approved one while that is not approved. */
    Wording findUsable(JdbcClient db, Notice notice, WordingSelection.Chosen chosen);
}
