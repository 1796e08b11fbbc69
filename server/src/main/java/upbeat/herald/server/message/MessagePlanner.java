package upbeat.herald.server.message;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Decide;
import upbeat.herald.core.notice.Decision;
import upbeat.herald.core.notice.History;
import upbeat.herald.core.notice.Moment;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.OrderSituation;
import upbeat.herald.core.notice.PlannedMessage;
import upbeat.herald.core.notice.Priority;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;

/** Asks the core what a moment means for a customer and keeps the answer, in the transaction of the fact. */
@Component
public class MessagePlanner {
    private static final Reason QUIET = new Reason(Reason.Code.QUIET, "Skipped by you");

    private static final String REMINDER = "reminder/";
    private static final String RESEND = "again-";

    private final NoticeRepository notices;
    private final MessageRepository messages;
    private final ParcelRepository parcels;
    private final SituationLoader situations;
    private final MessageIdGenerator ids;

    MessagePlanner(
            NoticeRepository notices,
            MessageRepository messages,
            ParcelRepository parcels,
            SituationLoader situations,
            MessageIdGenerator ids) {
        this.notices = notices;
        this.messages = messages;
        this.parcels = parcels;
        this.situations = situations;
        this.ids = ids;
    }

    /**
     * Plans for one stage reached. @param parcel null for a stage of the order. @return how many messages were planned
     */
    public int planForMoment(JdbcClient db, OrderRow order, @Nullable ParcelRow parcel, Moment moment, Instant now) {
        return save(
                db,
                decide(
                        notices.findAll(db),
                        order,
                        parcel,
                        parcels.findByOrder(db, order.id()),
                        situations.loadRunningHistory(db, order),
                        List.of(moment),
                        now,
                        false));
    }

    /** The same for some notices only, and quietly for all others. */
    int planForMoment(
            JdbcClient db, OrderRow order, @Nullable ParcelRow parcel, Moment moment, Set<String> only, Instant now) {
        return save(
                db,
                decide(
                        notices.findAll(db).stream()
                                .filter(n -> only.contains(n.id()))
                                .toList(),
                        order,
                        parcel,
                        parcels.findByOrder(db, order.id()),
                        situations.loadRunningHistory(db, order),
                        List.of(moment),
                        now,
                        false));
    }

    /**
     * What to keep for the stages that one report brought: messages to send, and those held back for a reason somebody
     * should see.
     *
     * @param notices the plan, see {@link #notices}
     * @param all the order's parcels
     * @param history of the order; it learns what is decided here
     * @param quiet true where somebody decided that nothing goes out for it: each message is held back, with that
     *     reason
     */
    public List<MessageRepository.NewMessage> decide(
            List<Notice> notices,
            OrderRow order,
            @Nullable ParcelRow parcel,
            List<ParcelRow> all,
            RunningHistory history,
            List<Moment> moments,
            Instant now,
            boolean quiet) {
        OrderSituation c = situations.load(order, parcel, all);
        List<MessageRepository.NewMessage> decided = new ArrayList<>();
        for (Moment moment : moments) {
            Decision decision = Decide.decide(notices, c, moment, history.toHistory(), now);
            for (PlannedMessage m : decision.messages()) {
                if (quiet)
                    decided.addAll(withheld(
                            order,
                            parcel,
                            new Decision.NotSent(m.notice(), m.parcel(), m.occasion(), m.channel(), QUIET),
                            now));
                else decided.add(planned(order, parcel, m, now));
            }
            for (Decision.NotSent n : decision.notSent())
                if (n.reason().code().isNoteworthy()) decided.addAll(withheld(order, parcel, n, now));
        }
        decided.forEach(m -> history.add(History.key(
                m.origin().noticeId(), m.origin().parcel(), m.origin().occasion())));
        return decided;
    }

    /** Keeps what was decided; what was kept before is left alone. @return how many messages were planned */
    public int save(JdbcClient db, List<MessageRepository.NewMessage> decided) {
        messages.insert(
                db,
                decided.stream()
                        .filter(m -> m.status() != MessageStatus.PLANNED)
                        .toList());
        return messages.insert(
                db,
                decided.stream()
                        .filter(m -> m.status() == MessageStatus.PLANNED)
                        .toList());
    }

    /** The plan as it stands; within one transaction it does not change, so that many reports can share it. */
    public List<Notice> findNotices(JdbcClient db) {
        return notices.findAll(db);
    }

    /** Keeps a planned message; false where it was planned before. */
    public boolean planMessage(
            JdbcClient db, OrderRow order, @Nullable ParcelRow parcel, PlannedMessage m, Instant now) {
        return save(db, List.of(planned(order, parcel, m, now))) == 1;
    }

    /**
     * Asks what a message asked once more, over the same channel. It is checked like any other before it leaves:
     * whoever has answered by then gets none.
     */
    public void planReminder(JdbcClient db, MessageRow asked, Instant now) {
        planBeside(db, asked, REMINDER + asked.origin().occasion(), asked.recipient(), Priority.LATER, now);
    }

    /** What a customer was sent goes to the team too, over the same channel, as a message of its own. */
    void planCopy(JdbcClient db, MessageRow sent, Instant now) {
        MessageRecipient team = new MessageRecipient(
                sent.recipient().channel(), null, sent.recipient().language());
        planBeside(db, sent, TeamOccasion.copy(sent.origin().occasion()), team, Priority.LATER, now);
    }

    /**
     * Says once more what a customer was sent, over the same channel.
     *
     * @param time 1 for the first time it is said again
     */
    public void planResend(JdbcClient db, MessageRow sent, int time, Instant now) {
        planBeside(db, sent, resend(sent.origin().occasion(), time), sent.recipient(), Priority.URGENT, now);
    }

    /** The occasion of a message that is said again. */
    public static String resend(String occasion, int time) {
        return RESEND + time + "/" + occasion;
    }

    private void planBeside(
            JdbcClient db, MessageRow m, String occasion, MessageRecipient to, Priority priority, Instant now) {
        MessageOrigin of = m.origin();
        messages.insert(
                db,
                List.of(new MessageRepository.NewMessage(
                        ids.nextId(now),
                        new MessageOrigin(
                                of.noticeId(), of.orderId(), of.parcel(), of.parcelId(), occasion, of.stage()),
                        to,
                        MessageStatus.PLANNED,
                        null,
                        List.of(),
                        now,
                        now,
                        priority)));
    }

    /** Keeps a message anew that was forgotten, as it was planned. */
    void planAgain(JdbcClient db, MessageRow forgotten, Instant now) {
        messages.insert(
                db,
                List.of(new MessageRepository.NewMessage(
                        ids.nextId(now),
                        forgotten.origin(),
                        forgotten.recipient(),
                        MessageStatus.PLANNED,
                        null,
                        forgotten.state().standBy(),
                        forgotten.times().plannedAt(),
                        forgotten.times().dueAt(),
                        Priority.NORMAL)));
    }

    private MessageRepository.NewMessage planned(
            OrderRow order, @Nullable ParcelRow parcel, PlannedMessage m, Instant now) {
        return new MessageRepository.NewMessage(
                ids.nextId(now),
                new MessageOrigin(
                        m.notice().id(),
                        order.id(),
                        m.parcel(),
                        parcel == null ? null : Long.valueOf(parcel.id()),
                        m.occasion(),
                        m.notice().timing().stage()),
                new MessageRecipient(m.channel(), m.to(), language(order)),
                MessageStatus.PLANNED,
                null,
                m.standBy(),
                now,
                m.dueAt(),
                Priority.of(m.notice()));
    }

    private List<MessageRepository.NewMessage> withheld(
            OrderRow order, @Nullable ParcelRow parcel, Decision.NotSent n, Instant now) {
        return n.concernedChannels().stream()
                .map(channel -> new MessageRepository.NewMessage(
                        ids.nextId(now),
                        new MessageOrigin(
                                n.notice().id(),
                                order.id(),
                                n.parcel(),
                                parcel == null ? null : Long.valueOf(parcel.id()),
                                n.occasion(),
                                n.notice().timing().stage()),
                        new MessageRecipient(channel, null, language(order)),
                        MessageStatus.WITHHELD,
                        n.reason(),
                        List.of(),
                        now,
                        now,
                        Priority.of(n.notice())))
                .toList();
    }

    private static String language(OrderRow order) {
        String language = CustomerLanguage.languageOf(order.order());
        return language == null ? "en" : language;
    }
}
