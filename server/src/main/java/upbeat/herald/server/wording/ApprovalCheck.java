package upbeat.herald.server.wording;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.ContentApproval;
import upbeat.herald.server.notice.PlanCheck;
import upbeat.herald.server.notice.PlanFinding;

/** Texts that a network has refused or not approved yet. */
@Component
class ApprovalCheck implements PlanCheck {
    private final ChannelRegistry channels;
    private final BrandRepository brands;

    ApprovalCheck(ChannelRegistry channels, BrandRepository brands) {
        this.channels = channels;
        this.brands = brands;
    }

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        String base = brands.baseLanguage(db);
        List<PlanFinding> found = new ArrayList<>();
        for (Notice n : speaking)
            for (Channel channel : n.routing().channels())
                channels.findApproval(channel).ifPresent(a -> found.addAll(find(db, n, channel, a, base)));
        return found;
    }

    private static List<PlanFinding> find(
            JdbcClient db, Notice n, Channel channel, ContentApproval approval, String base) {
        List<PlanFinding> found = new ArrayList<>();
        for (LocalizedWording o : WordingSelection.listAll(n, channel, base)) {
            Wording whole = WordingSelection.merge(n, channel, o.language(), o.variant(), base)
                    .filter(Wording::hasBody)
                    .orElse(null);
            if (whole == null) continue;
            ContentApproval.Approval state =
                    approval.find(db, n, o.language(), whole).orElse(null);
            if (state != null && state.status() == ContentApproval.Status.APPROVED) continue;
            String refusal = state != null && state.status() == ContentApproval.Status.REFUSED ? state.reason() : null;
            String language = Locale.forLanguageTag(o.language()).getDisplayLanguage(Locale.ENGLISH);
            found.add(new PlanFinding(
                    PlanFinding.Kind.NOT_APPROVED,
                    n.id(),
                    channel.code(),
                    "The " + language + " text for " + channel.label()
                            + (refusal == null ? " isn't approved yet" : " was refused: " + refusal),
                    0));
        }
        return found;
    }
}
