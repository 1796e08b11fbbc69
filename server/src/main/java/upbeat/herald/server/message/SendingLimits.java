package upbeat.herald.server.message;

import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.server.channel.Price;
import upbeat.herald.server.credit.CreditBook;
import upbeat.herald.server.credit.CreditBook.Shortage;
import upbeat.herald.server.order.OrderRow;

/** All that counts messages before one more may leave: the customer's day, the month, and the credit. */
@Component
class SendingLimits {
    private final DailyLimitService days;
    private final CreditBook credit;

    SendingLimits(DailyLimitService days, CreditBook credit) {
        this.days = days;
        this.credit = credit;
    }

    Optional<Reason> checkDay(JdbcClient db, MessageRow m, Notice notice, OrderRow order, Instant now) {
        return days.check(db, m, notice, order, now);
    }

    Optional<Shortage> findShortage(JdbcClient db, MessageRow m, @Nullable Price price) {
        return credit.findShortage(db, m.seq(), m.recipient().channel(), price);
    }

    /**
     * What becomes of a message that may not leave: another channel where one stands by and the team wants it, else it
     * waits.
     */
    Optional<MessagePreparation.Outcome> judge(JdbcClient db, MessageRow m, @Nullable Price price) {
        return findShortage(db, m, price)
                .map(s -> s.skip() && !m.state().standBy().isEmpty()
                        ? new MessagePreparation.Outcome.Held(new Reason(Reason.Code.valueOf(s.code()), s.reason()))
                        : new MessagePreparation.Outcome.Short(s));
    }
}
