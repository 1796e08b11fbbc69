package upbeat.herald.server.delivery.chat;

import java.io.IOException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.core.wording.chat.ChatContent;
import upbeat.herald.core.wording.chat.ChatTemplate;
import upbeat.herald.server.channel.ContentApproval;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.delivery.chat.ChatTemplateRepository.NewTemplate;
import upbeat.herald.server.delivery.chat.ChatTemplateRepository.StoredTemplate;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.signal.WorkSignal;

/** Submits chat wordings to the network and records what becomes of them. */
@Service
public class ChatApprovalService implements ContentApproval {
    private final ChatTemplateRepository templates;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal dispatchSignal;

    /** Raised when there may be something to submit. */
    private final WorkSignal submissionSignal = new WorkSignal();

    ChatApprovalService(
            ChatTemplateRepository templates,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal dispatchSignal) {
        this.templates = templates;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.dispatchSignal = dispatchSignal;
    }

    @Override
    public void submit(JdbcClient db, Notice notice, String baseLanguage, Instant now) {
        for (LocalizedWording o : WordingSelection.listAll(notice, ChatChannel.WHATSAPP, baseLanguage)) {
            WordingSelection.merge(notice, ChatChannel.WHATSAPP, o.language(), o.variant(), baseLanguage)
                    .filter(w -> w.hasBody() && isSound(notice, w))
                    .ifPresent(w -> submit(db, notice, o, w, now));
        }
    }

    private static boolean isSound(Notice notice, Wording wording) {
        return WordingCheck.findErrors(notice.purpose(), ChatChannel.WHATSAPP, wording)
                .isEmpty();
    }

    private void submit(JdbcClient db, Notice notice, LocalizedWording place, Wording wording, Instant now) {
        ChatTemplate template = TemplateName.templateOf(notice, wording);
        String name = TemplateName.of(notice.id(), place.language(), template);
        ChatSubmission submission = ChatSubmission.of(place.language(), template);
        String key = placeKey(place.language(), place.variant());
        templates.save(db, new NewTemplate(name, notice.id(), key, wording, submission), now);
    }

    @Override
    public void submitted() {
        submissionSignal.signal();
    }

    @Override
    public Optional<Approval> find(JdbcClient db, Notice notice, String language, Wording wording) {
        return templates
                .find(db, TemplateName.of(notice, language, wording))
                .map(t -> new Approval(t.status(), t.reason(), t.at()));
    }

    @Override
    public Wording findUsable(JdbcClient db, Notice notice, WordingSelection.Chosen chosen) {
        boolean approved = find(db, notice, chosen.language(), chosen.wording())
                .filter(a -> a.status() == Status.APPROVED)
                .isPresent();
        if (approved) return chosen.wording();
        return templates.findApproved(db, notice.id(), placeKey(chosen.language(), chosen.variant())).stream()
                .filter(t -> t.wording() != null)
                // The notice may ask something else by now.
                .filter(t -> t.name()
                        .equals(TemplateName.of(notice, chosen.language(), Objects.requireNonNull(t.wording()))))
                .map(StoredTemplate::wording)
                .findFirst()
                .orElse(chosen.wording());
    }

    private static String placeKey(String language, Variant v) {
        return String.join(
                "|", language.toLowerCase(Locale.ROOT), text(v.shop()), text(v.carrier()), text(v.country()));
    }

    private static String text(@Nullable String value) {
        return value == null ? "" : value;
    }

    /** What the network says of a message's template by now; submits it where that was never done. */
    Approval checkApproval(ChatClient client, String name, OutgoingMessage m) throws IOException {
        Optional<StoredTemplate> stored = templates.find(reader, name);
        if (stored.isEmpty()) {
            ChatSubmission submission =
                    ChatSubmission.of(m.language(), ChatContent.in(m.content()).template());
            writer.write(db -> {
                templates.save(db, new NewTemplate(name, m.noticeId(), null, null, submission), clock.instant());
                return null;
            });
            stored = templates.find(reader, name);
        }
        StoredTemplate t = stored.orElseThrow();
        return t.status() == Status.APPROVED || t.status() == Status.REFUSED
                ? new Approval(t.status(), t.reason(), t.at())
                : ask(client, t);
    }

    private Approval ask(ChatClient client, StoredTemplate t) throws IOException {
        ChatClient.ChatResponse answer = t.status() == Status.SUBMITTED
                ? client.putTemplate(t.name(), t.submission())
                : client.getTemplate(t.name());
        if (answer.status() == 404 && t.status() == Status.PENDING)
            answer = client.putTemplate(t.name(), t.submission()); // the network forgot it
        if (!answer.isSuccess() && !answer.isRejection()) return new Approval(t.status(), null, t.at());
        Approval review = !answer.isSuccess()
                ? new Approval(Status.REFUSED, answer.errorMessage(), clock.instant())
                : new Approval(
                        readStatus(answer.body().path("status").asString("")),
                        answer.body().path("reason").asString(null),
                        clock.instant());
        recordReview(t.name(), review.status(), review.reason());
        return review;
    }

    /** What the network says beyond our words is not yet a yes. */
    static Status readStatus(String word) {
        return switch (word) {
            case "approved" -> Status.APPROVED;
            case "refused" -> Status.REFUSED;
            default -> Status.PENDING;
        };
    }

    /** The network says what became of a template. */
    void recordReview(String name, Status status, @Nullable String reason) {
        boolean news = writer.write(db -> templates.updateStatus(db, name, status, reason, clock.instant()));
        if (news) dispatchSignal.signal();
    }

    /** The network has lost a template that it approved once. */
    void resubmit(String name) {
        recordReview(name, Status.SUBMITTED, null);
        submitted();
    }

    /** Submits what is new and asks about what is under review. */
    void followUp(ChatClient client) throws IOException {
        for (StoredTemplate t : templates.findByStatus(reader, Status.SUBMITTED, Status.PENDING)) ask(client, t);
    }

    /** Waits for something to submit, or for the time limit. @return to be passed in the next time */
    long awaitSubmission(long seen, long millis) throws InterruptedException {
        return submissionSignal.await(seen, millis);
    }
}
