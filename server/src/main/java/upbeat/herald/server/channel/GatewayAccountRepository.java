package upbeat.herald.server.channel;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.platform.persistence.Json;

/** Accounts that were entered in Setup, with their secrets encrypted. */
@Repository
class GatewayAccountRepository {
    private static final TypeReference<Map<String, Object>> ACCOUNT = new TypeReference<>() {};
    private static final String FIND =
            "select body, sealed, tested_at, tested_good, test_said from gateway_account where id = ?";
    private static final String IDS = "select id from gateway_account where channel = ? order by id";
    private static final String SAVE = """
            insert into gateway_account (id, channel, body, sealed, changed_at, tested_at, tested_good, test_said)
            values (?, ?, ?, ?, ?, ?, ?, ?)
            on conflict (id) do update set body = excluded.body, sealed = excluded.sealed,
            changed_at = excluded.changed_at, tested_at = excluded.tested_at, tested_good = excluded.tested_good,
            test_said = excluded.test_said""";

    /** @param encryptedSecrets null where there are none */
    record AccountRow(
            Map<String, Object> account,
            @Nullable String encryptedSecrets,
            @Nullable Instant testedAt,
            ConnectionCheck check) {}

    /** Ids of the accounts that a channel has here. */
    List<String> findIds(JdbcClient db, Channel channel) {
        return db.sql(IDS).param(channel.code()).query(String.class).list();
    }

    Optional<AccountRow> find(JdbcClient db, String id) {
        return db.sql(FIND)
                .param(id)
                .query((rs, i) -> {
                    long tested = rs.getLong("tested_at");
                    Instant testedAt = rs.wasNull() ? null : Instant.ofEpochMilli(tested);
                    return new AccountRow(
                            Json.read(rs.getString("body"), ACCOUNT),
                            rs.getString("sealed"),
                            testedAt,
                            new ConnectionCheck(rs.getInt("tested_good") == 1, rs.getString("test_said")));
                })
                .optional();
    }

    void save(JdbcClient db, String id, Channel channel, AccountRow row, Instant now) {
        db.sql(SAVE)
                .params(
                        id,
                        channel.code(),
                        Json.write(row.account()),
                        row.encryptedSecrets(),
                        now.toEpochMilli(),
                        row.testedAt() == null ? null : row.testedAt().toEpochMilli(),
                        row.check().good() ? 1 : 0,
                        row.check().message())
                .update();
    }

    void delete(JdbcClient db, String id) {
        db.sql("delete from gateway_account where id = ?").param(id).update();
    }
}
