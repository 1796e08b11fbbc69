package upbeat.herald.server.delivery;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.delivery.SendingStop.Scope;
import upbeat.herald.server.message.DueMessageRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;

/** What is stopped, at hand for whoever is about to send: asked before every single hand-over. */
@Component
class SendingStops implements InitializingBean {
    private static final int TOGETHER = 2_000;

    private final SendingStopRepository repository;
    private final DueMessageRepository due;
    private final SignallingWriter writer;
    private final JdbcClient reader;
    private volatile Set<Scope> stopped = Set.of();

    SendingStops(
            SendingStopRepository repository, DueMessageRepository due, SignallingWriter writer, JdbcClient reader) {
        this.repository = repository;
        this.due = due;
        this.writer = writer;
        this.reader = reader;
    }

    @Override
    public void afterPropertiesSet() {
        reload();
    }

    private synchronized void reload() {
        stopped = repository.findAll(reader).stream().map(SendingStop::scope).collect(Collectors.toUnmodifiableSet());
    }

    boolean isStopped(Channel channel) {
        Set<Scope> now = stopped;
        return now.contains(Scope.ALL) || now.contains(Scope.ofChannel(channel.code()));
    }

    boolean isStopped(Channel channel, String noticeId) {
        return isStopped(channel) || stopped.contains(Scope.ofNotice(noticeId));
    }

    List<SendingStop> list() {
        return repository.findAll(reader);
    }

    /** @return false where it was stopped already */
    boolean stop(SendingStop stop) {
        boolean isNew = writer.write((db, now) -> repository.insert(db, stop));
        reload();
        return isNew;
    }

    /** Lets what is due go. @return false where it wasn't stopped */
    boolean resume(Scope scope) {
        boolean was = writer.write((db, now) -> repository.delete(db, scope));
        reload();
        return was;
    }

    /** Sends nothing of what is due, and then goes on. @return how many messages were dropped */
    int drop(Scope scope, String by) {
        Reason reason = new Reason(Reason.Code.QUIET, "Dropped by " + by);
        int dropped = 0;
        int some;
        do { // in parts: there may be very many, and others write meanwhile
            some = writer.write((db, now) -> due.withhold(db, scope.toMessages(), reason, now, TOGETHER));
            dropped += some;
        } while (some == TOGETHER);
        resume(scope);
        return dropped;
    }
}
