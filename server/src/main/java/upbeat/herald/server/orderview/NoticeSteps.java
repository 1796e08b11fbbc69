package upbeat.herald.server.orderview;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.timing.CustomerClock;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.order.StageVisitRepository;

/**
 * What happened to a notice on an order, step by step: the stage was reached, the audience fits, the delay was over,
 * the send window opened, and it was sent or not.
 */
final class NoticeSteps {
    private NoticeSteps() {}

    /** @param at when, or null where it has no time of its own */
    record OutcomeStep(@Nullable Instant at, String text) {}

    /**
     * @param messages of this notice on the order, of all channels; the latest occasion is told
     * @param visits of the order and its parcels
     */
    static List<OutcomeStep> list(
            Notice notice, Order order, List<MessageRow> messages, List<StageVisitRepository.Reached> visits) {
        if (messages.isEmpty()) return List.of();
        MessageRow last = messages.get(messages.size() - 1);
        List<MessageRow> occasion = messages.stream()
                .filter(m -> m.origin().occasion().equals(last.origin().occasion())
                        && Objects.equals(m.origin().parcel(), last.origin().parcel()))
                .toList();
        List<OutcomeStep> steps = new ArrayList<>();
        Instant reached = findVisit(notice, last, visits);
        if (reached != null)
            steps.add(new OutcomeStep(reached, notice.timing().stage().label()));
        boolean isFor = occasion.stream()
                .noneMatch(m -> Reason.Code.NOT_FOR.name().equals(m.state().reasonCode()));
        if (isFor && !notice.audience().isEveryone()) steps.add(new OutcomeStep(null, "audience fits"));
        Instant wanted = reached == null
                ? last.times().plannedAt()
                : notice.timing().dueAt(reached, order, last.times().plannedAt());
        for (MessageRow m : occasion) addChannel(notice, order, m, wanted, occasion.size() > 1, steps);
        return steps;
    }

    private static void addChannel(
            Notice notice, Order order, MessageRow m, Instant wanted, boolean isOneOfSeveral, List<OutcomeStep> steps) {
        String channel = isOneOfSeveral ? m.recipient().channel().label() + " " : "";
        MessageStatus status = m.state().status();
        if (status == MessageStatus.WITHHELD || status == MessageStatus.CANCELLED) {
            steps.add(new OutcomeStep(
                    m.times().plannedAt().equals(m.times().dueAt())
                            ? null
                            : m.times().dueAt(),
                    (channel.isEmpty() ? "not sent: " : "no " + channel + "message: ")
                            + Objects.requireNonNullElse(m.state().reason(), "")));
            return;
        }
        Instant due = m.times().dueAt();
        if (wanted.isAfter(m.times().plannedAt()) && !wanted.isAfter(due))
            steps.add(new OutcomeStep(wanted, "delay is over"));
        if (notice.timing().window() != null && due.isAfter(wanted))
            steps.add(new OutcomeStep(
                    due, "send window opens, " + city(CustomerClock.of(order).likely())));
        String occasion = m.origin().occasion();
        String to = TeamOccasion.isTrial(occasion)
                ? " to the team (trial)"
                : TeamOccasion.isCopy(occasion) ? " to the team (copy)" : "";
        Instant sent = m.times().sentAt();
        String state =
                switch (status) {
                    case ACCEPTED, DELIVERED, READ -> channel + "sent" + to;
                    case FAILED ->
                        channel + "failed: "
                                + Objects.requireNonNullElse(m.state().reason(), "");
                    case PLANNED -> channel + "planned" + to;
                    default ->
                        channel
                                + status.code()
                                + (m.state().reason() == null
                                        ? ""
                                        : ": " + m.state().reason());
                };
        steps.add(new OutcomeStep(sent == null ? due : sent, state));
    }

    private static @Nullable Instant findVisit(Notice notice, MessageRow m, List<StageVisitRepository.Reached> visits) {
        return visits.stream()
                .filter(v -> v.visit().stage() == notice.timing().stage()
                        && (m.origin().parcelId() == null
                                || v.parcelId() == null
                                || m.origin().parcelId().equals(v.parcelId())))
                .filter(v -> !v.visit().at().isAfter(m.times().plannedAt()))
                .map(StageVisitRepository.Reached::visit)
                .filter(v -> notice.timing().trigger().waitsForStage())
                .max(Comparator.comparing(StageVisit::at))
                .map(StageVisit::at)
                .orElse(null);
    }

    /** "Lisbon" for Europe/Lisbon. */
    private static String city(ZoneId zone) {
        String id = zone.getId();
        return id.substring(id.lastIndexOf('/') + 1).replace('_', ' ');
    }
}
