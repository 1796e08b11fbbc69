package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.ChannelRegistry;

/** What became unready since a notice went live, such as a sender that is no longer verified. */
@Component
class NotReadyCheck implements PlanCheck {
    private final ChannelRegistry channels;
    private final BrandRepository brands;

    NotReadyCheck(ChannelRegistry channels, BrandRepository brands) {
        this.channels = channels;
        this.brands = brands;
    }

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        List<PlanFinding> found = new ArrayList<>();
        Set<Channel> used = new LinkedHashSet<>();
        for (Notice n : speaking) {
            channels.findGoLiveObstacle(db, n)
                    .ifPresent(text -> found.add(new PlanFinding(PlanFinding.Kind.NOT_READY, n.id(), null, text, 0)));
            used.addAll(n.routing().channels());
        }
        Brand brand = brands.get(db);
        for (Channel channel : used)
            channels.get(channel)
                    .findBrandGaps(brand)
                    .forEach(text ->
                            found.add(new PlanFinding(PlanFinding.Kind.BRAND_GAP, null, channel.code(), text, 0)));
        return found;
    }
}
