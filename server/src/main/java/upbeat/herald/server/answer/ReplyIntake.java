package upbeat.herald.server.answer;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.answer.ReplyWords;
import upbeat.herald.core.answer.ReplyWords.Meaning;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.Question;
import upbeat.herald.server.answer.AnswerService.Reply;
import upbeat.herald.server.channel.ReplyListener;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ReplyRepository;
import upbeat.herald.server.order.ReplyRepository.NewReply;
import upbeat.herald.server.platform.signal.SignallingWriter;

/**
 * Takes what customers write back: a known word answers the question they were asked last, STOP ends the channel for
 * their address, and everything else waits for a person.
 */
@Component
class ReplyIntake implements ReplyListener {
    private static final Logger LOG = LoggerFactory.getLogger(ReplyIntake.class);
    private static final int LONGEST = 2_000;
    /** A machine that answers machines is listened to no longer. */
    private static final int MOST_AN_HOUR = 30;
    /** Of all addresses together that no order has. */
    private static final int MOST_UNKNOWN_AN_HOUR = 200;

    private static final String BY_ITSELF = "read as an answer";

    private final ReplyRepository replies;
    private final ReplyTargets targets;
    private final AnswerService answers;
    private final StopRequest stops;
    private final SignallingWriter writer;

    ReplyIntake(
            ReplyRepository replies,
            ReplyTargets targets,
            AnswerService answers,
            StopRequest stops,
            SignallingWriter writer) {
        this.replies = replies;
        this.targets = targets;
        this.answers = answers;
        this.stops = stops;
        this.writer = writer;
    }

    @Override
    public void textReceived(IncomingText incoming) {
        String from;
        try {
            from = incoming.channel().parseAddress(incoming.from());
        } catch (HeraldException e) {
            LOG.warn(
                    "A reply by {} came from something that is no address",
                    incoming.channel().label());
            return;
        }
        String text = shorten(incoming.text());
        writer.write((db, now) -> {
            take(db, incoming, from, text, now);
            return null;
        });
    }

    private void take(JdbcClient db, IncomingText incoming, String from, String text, Instant now) {
        String channel = incoming.channel().code();
        ReplyTargets.Target target = targets.find(db, incoming, from).orElse(null);
        OrderRow order = target == null ? null : target.order();
        List<String> languages = order == null ? List.of() : CustomerLanguage.languagesOf(order.order());
        Meaning meaning = incoming.isPart() ? Meaning.OTHER : ReplyWords.read(text, languages);
        // Whoever wants no more is always heard.
        boolean isTooMany = replies.countSince(db, channel, from, now.minus(Duration.ofHours(1))) >= MOST_AN_HOUR;
        if (isTooMany && meaning != Meaning.STOP) return;
        if (order == null && isFlood(db, channel, now)) {
            LOG.warn("A reply by {} wasn't kept: too many came from addresses that no order has", channel);
            return;
        }
        Optional<Question.Button> chosen = target == null || incoming.isPart() || meaning == Meaning.STOP
                ? Optional.empty()
                : target.choose(text, languages);
        String handledBy = meaning == Meaning.STOP ? "stopped" : chosen.isPresent() ? BY_ITSELF : null;
        boolean isNew = replies.insert(
                db,
                new NewReply(
                        channel,
                        from,
                        incoming.reference(),
                        text,
                        meaning.name().toLowerCase(Locale.ROOT),
                        order == null ? null : Long.valueOf(order.id()),
                        chosen.isPresent() && target != null && target.asked() != null
                                ? target.asked().origin().noticeId()
                                : null,
                        handledBy),
                now);
        if (!isNew) return;
        if (meaning == Meaning.STOP) stops.stop(db, incoming.channel(), from, order, now);
        else if (target != null && target.asked() != null && chosen.isPresent())
            answers.take(
                    db, target.asked(), chosen.get(), new Reply(chosen.get().id(), null, channel), now);
    }

    /** Anybody can write to an open mail server. Customers that nobody knows are few. */
    private boolean isFlood(JdbcClient db, String channel, Instant now) {
        return replies.countUnknownSince(db, channel, now.minus(Duration.ofHours(1))) >= MOST_UNKNOWN_AN_HOUR;
    }

    private static String shorten(@Nullable String text) {
        String plain = Texts.removeDirectionControls(Texts.orEmpty(text)).strip();
        return plain.length() <= LONGEST
                ? plain
                : plain.substring(0, plain.offsetByCodePoints(0, plain.codePointCount(0, LONGEST - 1))) + "…";
    }
}
