package upbeat.herald.server.people;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.role.Role;

/** Links that were mailed: invitations, and resets of a password. Of their tokens only hashes are kept. */
@Repository
class AccountLinkRepository {
    private static final String INSERT = """
            insert into account_link (token_hash, email, role, account_id, made_by, made_at, expires_at)
            values (?, ?, ?, ?, ?, ?, ?)""";
    private static final String FIND = "select * from account_link where token_hash = ?";
    private static final String INVITATIONS = """
            select * from account_link where role is not null and used_at is null order by made_at desc""";
    /** Of two that come with the same link, one gets in. */
    private static final String USE = """
            update account_link set used_at = ? where token_hash = ? and used_at is null and expires_at > ?""";

    private static final String REVOKE =
            "delete from account_link where lower(email) = lower(?) and role is not null and used_at is null";
    private static final String DROP_RESETS = "delete from account_link where account_id = ? and used_at is null";

    /**
     * @param role of the account to be made; null for the reset of a password
     * @param accountId whose password is reset; null for an invitation
     */
    record AccountLink(
            String tokenHash,
            String email,
            @Nullable Role role,
            @Nullable Long accountId,
            @Nullable String madeBy,
            Instant madeAt,
            Instant expiresAt,
            @Nullable Instant usedAt) {}

    void insert(JdbcClient db, AccountLink link) {
        Role role = link.role();
        db.sql(INSERT)
                .params(
                        link.tokenHash(),
                        link.email(),
                        role == null ? null : role.code(),
                        link.accountId(),
                        link.madeBy(),
                        link.madeAt().toEpochMilli(),
                        link.expiresAt().toEpochMilli())
                .update();
    }

    Optional<AccountLink> find(JdbcClient db, String tokenHash) {
        return db.sql(FIND).param(tokenHash).query(AccountLinkRepository::row).optional();
    }

    /** Those that nobody has followed, the newest first. */
    List<AccountLink> findInvitations(JdbcClient db) {
        return db.sql(INVITATIONS).query(AccountLinkRepository::row).list();
    }

    /** @return false where it was used or has expired */
    boolean use(JdbcClient db, String tokenHash, Instant now) {
        return db.sql(USE)
                        .params(now.toEpochMilli(), tokenHash, now.toEpochMilli())
                        .update()
                == 1;
    }

    boolean revokeInvitation(JdbcClient db, String email) {
        return db.sql(REVOKE).param(email).update() > 0;
    }

    void dropResets(JdbcClient db, long accountId) {
        db.sql(DROP_RESETS).param(accountId).update();
    }

    private static AccountLink row(ResultSet rs, int i) throws SQLException {
        return new AccountLink(
                rs.getString("token_hash"),
                rs.getString("email"),
                Role.fromCode(rs.getString("role")).orElse(null),
                Columns.nullableLong(rs, "account_id"),
                rs.getString("made_by"),
                Columns.instant(rs, "made_at"),
                Columns.instant(rs, "expires_at"),
                Columns.nullableInstant(rs, "used_at"));
    }
}
