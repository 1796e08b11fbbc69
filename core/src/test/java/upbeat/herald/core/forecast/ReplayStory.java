package upbeat.herald.core.forecast;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Channel;

/** The past of one order, told fact by fact, in hours since it was placed. */
final class ReplayStory {
    static final MessageWriter PLAIN =
            m -> new MessageWriter.Written("en", m.notice().content().wordings().get(m.channel()), 1, null, null);

    private final Order order;
    private final List<PastFact> facts = new ArrayList<>();
    private Set<Channel> stopped = Set.of();

    private ReplayStory(Order order) {
        this.order = order;
        facts.add(new PastFact.OrderReached(
                new StageVisit(Stage.ORDERED, StageVisit.ONCE, Samples.NOON, false), Samples.NOON));
    }

    static ReplayStory of(Order order) {
        return new ReplayStory(order);
    }

    static Instant hour(double hours) {
        return Samples.NOON.plusSeconds((long) (hours * 3600));
    }

    ReplayStory stopped(Channel... channels) {
        stopped = Set.of(channels);
        return this;
    }

    ReplayStory parcel(int key, double at, Parcel.Content... items) {
        facts.add(new PastFact.ParcelAdded(
                key, new Parcel("skerry-post", "RX00000000" + key + "XS", List.of(items)), hour(at)));
        return this;
    }

    ReplayStory scan(int key, Stage stage, double at) {
        return scan(key, stage, at, at);
    }

    ReplayStory scan(int key, Stage stage, double at, double knownAt) {
        Instant when = hour(at);
        Report report =
                new Report("s" + facts.size(), stage, when, when.toString().substring(0, 10));
        facts.add(new PastFact.ParcelReported(key, report, when, null, true, null, hour(knownAt)));
        return this;
    }

    /** Somebody said so, and could take it back for a minute. */
    ReplayStory mark(int key, Stage stage, double at) {
        Instant when = hour(at);
        Report report =
                new Report("m" + facts.size(), stage, when, when.toString().substring(0, 10));
        facts.add(new PastFact.ParcelReported(key, report, when, null, false, when.plus(Duration.ofMinutes(1)), when));
        return this;
    }

    ReplayStory ended(Stage stage, double at) {
        facts.add(new PastFact.OrderReached(new StageVisit(stage, StageVisit.ONCE, hour(at), false), hour(at)));
        return this;
    }

    ReplayStory answered(String notice, String button, boolean refuses, double at) {
        facts.add(new PastFact.Answered(notice, button, refuses, hour(at)));
        return this;
    }

    ReplayStory tagged(String tag, double at) {
        facts.add(new PastFact.Tagged(tag, hour(at)));
        return this;
    }

    ReplayStory orderedAgain(double at) {
        facts.add(new PastFact.OrderedAgain(hour(at)));
        return this;
    }

    ReplayStory leftSeries(String id, double at) {
        facts.add(new PastFact.SeriesLeft(id, hour(at)));
        return this;
    }

    OrderPast past() {
        List<PastFact> sorted = new ArrayList<>(facts);
        sorted.sort(Comparator.comparing(PastFact::knownAt));
        return new OrderPast(1, order, sorted, stopped, false);
    }

    List<ReplayedMessage> replay(Notice... plan) {
        return replay(hour(24 * 60), plan);
    }

    List<ReplayedMessage> replay(Instant until, Notice... plan) {
        return OrderReplay.run(past(), PlanHistory.constant(List.of(plan)), PLAIN, until);
    }
}
