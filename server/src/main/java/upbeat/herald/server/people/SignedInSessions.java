package upbeat.herald.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import jakarta.servlet.http.HttpSessionBindingEvent;
import jakarta.servlet.http.HttpSessionBindingListener;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.random.RandomIds;

/** Who is signed in where. Sessions live in memory and end with the process, and so does this list. */
@Component
class SignedInSessions {
    private static final String ATTRIBUTE = SignedInSessions.class.getName();
    private static final int LONGEST_AGENT = 200;

    private final Map<String, Entry> entries = new ConcurrentHashMap<>();
    private final RandomIds ids;
    private final InstantSource clock;

    SignedInSessions(RandomIds ids, InstantSource clock) {
        this.ids = ids;
        this.clock = clock;
    }

    /**
     * @param id of its own, which lets nobody in
     * @param agent what the browser calls itself, or null
     * @param address the session was begun from
     * @param own true for the session that asks
     */
    record SignedIn(
            String id,
            Instant since,
            Instant lastSeen,
            String address,
            @Nullable String agent,
            boolean own) {}

    /** Leaves the list when its session ends, however it ends. */
    private final class Entry implements HttpSessionBindingListener {
        final String id;
        final String account;
        final HttpSession session;
        final Instant since;
        final String address;
        final @Nullable String agent;
        volatile Instant lastSeen;

        Entry(String account, HttpSession session, String address, @Nullable String agent) {
            this.id = ids.newId("ses_");
            this.account = account;
            this.session = session;
            this.address = address;
            this.agent = agent;
            this.since = clock.instant();
            this.lastSeen = since;
        }

        @Override
        public void valueUnbound(HttpSessionBindingEvent event) {
            entries.remove(id);
        }
    }

    void begin(String account, HttpServletRequest request) {
        String agent = request.getHeader("User-Agent");
        HttpSession session = request.getSession();
        Entry entry = new Entry(
                account,
                session,
                request.getRemoteAddr(),
                agent == null ? null : agent.substring(0, Math.min(LONGEST_AGENT, agent.length())));
        entries.put(entry.id, entry);
        session.setAttribute(ATTRIBUTE, entry);
    }

    void seen(HttpSession session) {
        if (session.getAttribute(ATTRIBUTE) instanceof Entry entry) entry.lastSeen = clock.instant();
    }

    /** Somebody's sessions, the one seen last first. @param asking the session that asks, or null */
    List<SignedIn> find(String account, @Nullable HttpSession asking) {
        return entries.values().stream()
                .filter(e -> e.account.equals(account))
                .map(e -> new SignedIn(e.id, e.since, e.lastSeen, e.address, e.agent, isOf(e, asking)))
                .sorted(Comparator.comparing(SignedIn::lastSeen).reversed())
                .toList();
    }

    int count(String account) {
        return (int)
                entries.values().stream().filter(e -> e.account.equals(account)).count();
    }

    /** @return false where it has ended already, or is somebody else's */
    boolean end(String account, String id) {
        Entry entry = entries.get(id);
        if (entry == null || !entry.account.equals(account)) return false;
        end(entry);
        return true;
    }

    /** Signs somebody out everywhere, but for one session. */
    void endAll(String account, @Nullable HttpSession but) {
        entries.values().stream()
                .filter(e -> e.account.equals(account) && !isOf(e, but))
                .forEach(this::end);
    }

    private void end(Entry entry) {
        entries.remove(entry.id);
        try {
            entry.session.invalidate();
        } catch (IllegalStateException e) {
            // It ended by itself meanwhile.
        }
    }

    private static boolean isOf(Entry entry, @Nullable HttpSession session) {
        return session != null && session.getId().equals(entry.session.getId());
    }
}
