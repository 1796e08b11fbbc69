package upbeat.herald.server.order;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.platform.persistence.Json;

/**
 * Addresses that nothing is sent to. An address can be looked up but not read out: only its HMAC-SHA256 (RFC 2104)
 * under the database's own key is kept.
 */
@Repository
public class StopListRepository {
    private static final String FIND =
            "select address_hash from stop_entry where address_hash in (select value from json_each(?))";
    private static final String INSERT = """
            insert into stop_entry (address_hash, channel, reason, at) values (?, ?, ?, ?)
            on conflict (address_hash) do nothing""";

    /** @param reason why: {@code erased}, {@code asked}, {@code replied} or {@code chosen} */
    public record StopEntry(String reason, Instant since) {}

    public record ReasonCount(String channel, String reason, int count) {}

    private volatile @Nullable SecretKeySpec key;

    /** By the order's id, the channels whose address of it is on the list; orders without one are left out. */
    public Map<Long, Set<Channel>> findStopped(JdbcClient db, Collection<OrderRow> orders) {
        Map<Long, Order> documents = new HashMap<>();
        orders.forEach(row -> documents.put(row.id(), row.order()));
        return findStopped(db, documents);
    }

    /** The same. @param orders by their ids */
    public Map<Long, Set<Channel>> findStopped(JdbcClient db, Map<Long, Order> orders) {
        record Place(long order, Channel channel) {}
        Map<String, List<Place>> byHash = new HashMap<>();
        orders.forEach((id, order) -> {
            for (Channel channel : Channel.all())
                channel.addressOf(order)
                        .ifPresent(address -> byHash.computeIfAbsent(hash(db, channel, address), h -> new ArrayList<>())
                                .add(new Place(id, channel)));
        });
        Map<Long, Set<Channel>> stopped = new HashMap<>();
        if (byHash.isEmpty()) return stopped;
        for (String hash : db.sql(FIND)
                .param(Json.write(byHash.keySet()))
                .query(String.class)
                .list())
            for (Place place : byHash.getOrDefault(hash, List.of()))
                stopped.computeIfAbsent(place.order(), id -> new HashSet<>()).add(place.channel());
        return stopped;
    }

    public boolean isEmpty(JdbcClient db) {
        return !db.sql("select exists (select 1 from stop_entry)")
                .query(Boolean.class)
                .single();
    }

    public Optional<StopEntry> find(JdbcClient db, Channel channel, String address) {
        return db.sql("select reason, at from stop_entry where address_hash = ?")
                .param(hash(db, channel, address))
                .query((rs, i) -> new StopEntry(rs.getString(1), Instant.ofEpochMilli(rs.getLong(2))))
                .optional();
    }

    /** Who is on the list already stays with the first reason. */
    public void insert(JdbcClient db, Channel channel, String address, String reason, Instant now) {
        db.sql(INSERT)
                .params(hash(db, channel, address), channel.code(), reason, now.toEpochMilli())
                .update();
    }

    /** @return false where it wasn't on the list */
    public boolean delete(JdbcClient db, Channel channel, String address) {
        return db.sql("delete from stop_entry where address_hash = ?")
                        .param(hash(db, channel, address))
                        .update()
                == 1;
    }

    public List<ReasonCount> countByReason(JdbcClient db) {
        return db.sql("select channel, reason, count(*) from stop_entry group by channel, reason order by 1, 2")
                .query((rs, i) -> new ReasonCount(rs.getString(1), rs.getString(2), rs.getInt(3)))
                .list();
    }

    private String hash(JdbcClient db, Channel channel, String address) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(key(db));
            String text = channel.code() + "\n" + address.strip().toLowerCase(Locale.ROOT);
            return HexFormat.of().formatHex(mac.doFinal(text.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e); // every Java has it
        }
    }

    /** Made with the database and never changed. */
    private SecretKeySpec key(JdbcClient db) {
        SecretKeySpec known = key;
        if (known != null) return known;
        SecretKeySpec read = new SecretKeySpec(
                db.sql("select key from stop_list_key").query(byte[].class).single(), "HmacSHA256");
        key = read;
        return read;
    }
}
