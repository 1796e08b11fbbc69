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

/** The people who may come in. Of passwords and recovery codes only hashes are kept. */
@Repository
public class AccountRepository {
    private static final String BY_NAME = "select * from account where name = ?";
    private static final String BY_EMAIL = "select * from account where lower(email) = lower(?)";
    private static final String INSERT =
            "insert into account (name, password_hash, email, role, created_at) values (?, ?, ?, ?, ?)";
    private static final String OWNERS = "select count(*) from account where role = 'owner'";
    private static final String SET_SECOND_STEP =
            "update account set second_step = ?, second_step_used = ? where name = ?";
    /** A code is good once: whoever comes second with it changes nothing. */
    private static final String USE_STEP = """
            update account set second_step_used = ? where name = ? and coalesce(second_step_used, -1) < ?""";

    private static final String DROP_CODES =
            "delete from recovery_code where account_id = (select id from account where name = ?)";
    private static final String ADD_CODE =
            "insert into recovery_code (account_id, code_hash) select id, ? from account where name = ?";
    private static final String USE_CODE = """
            delete from recovery_code where code_hash = ? and account_id = (select id from account where name = ?)""";
    private static final String COUNT_CODES =
            "select count(*) from recovery_code where account_id = (select id from account where name = ?)";

    /**
     * @param secondStep the encrypted secret of the second step, or null where there is none
     * @param usedStep the step of the last code that was taken, or null
     */
    public record Account(
            long id,
            String name,
            String passwordHash,
            @Nullable String email,
            Role role,
            Instant createdAt,
            @Nullable Instant signedInAt,
            @Nullable String secondStep,
            @Nullable Long usedStep) {}

    public Optional<Account> find(JdbcClient db, String name) {
        return db.sql(BY_NAME).param(name).query(AccountRepository::row).optional();
    }

    Optional<Account> find(JdbcClient db, long id) {
        return db.sql("select * from account where id = ?")
                .param(id)
                .query(AccountRepository::row)
                .optional();
    }

    /** Names that differ in capital letters only would be mistaken for each other. */
    boolean isTaken(JdbcClient db, String name) {
        return db.sql("select exists (select 1 from account where name = ? collate nocase)")
                .param(name)
                .query(Boolean.class)
                .single();
    }

    Optional<Account> findByEmail(JdbcClient db, String email) {
        return db.sql(BY_EMAIL).param(email).query(AccountRepository::row).optional();
    }

    List<Account> findAll(JdbcClient db) {
        return db.sql("select * from account order by name collate nocase")
                .query(AccountRepository::row)
                .list();
    }

    /** Those who can do something about an order. */
    public List<String> findWorkingNames(JdbcClient db) {
        return db.sql("select name from account where role <> 'view' order by name")
                .query(String.class)
                .list();
    }

    public boolean isEmpty(JdbcClient db) {
        return db.sql("select count(*) from account").query(Long.class).single() == 0;
    }

    long countOwners(JdbcClient db) {
        return db.sql(OWNERS).query(Long.class).single();
    }

    public void insert(
            JdbcClient db, String name, String passwordHash, @Nullable String email, Role role, Instant now) {
        db.sql(INSERT)
                .params(name, passwordHash, email, role.code(), now.toEpochMilli())
                .update();
    }

    boolean delete(JdbcClient db, String name) {
        return db.sql("delete from account where name = ?").param(name).update() == 1;
    }

    void updateRole(JdbcClient db, String name, Role role) {
        db.sql("update account set role = ? where name = ?")
                .params(role.code(), name)
                .update();
    }

    void updateEmail(JdbcClient db, String name, @Nullable String email) {
        db.sql("update account set email = ? where name = ?")
                .params(email, name)
                .update();
    }

    void updatePassword(JdbcClient db, String name, String hash) {
        db.sql("update account set password_hash = ? where name = ?")
                .params(hash, name)
                .update();
    }

    void updateSignedIn(JdbcClient db, String name, Instant now) {
        db.sql("update account set signed_in_at = ? where name = ?")
                .params(now.toEpochMilli(), name)
                .update();
    }

    /** @param secret encrypted, or null to do without; {@code used} the step whose code has shown it */
    void updateSecondStep(JdbcClient db, String name, @Nullable String secret, @Nullable Long used) {
        db.sql(SET_SECOND_STEP).params(secret, used, name).update();
    }

    /** @return false where this code, or a later one, was taken already */
    boolean useStep(JdbcClient db, String name, long step) {
        return db.sql(USE_STEP).params(step, name, step).update() == 1;
    }

    void replaceRecoveryCodes(JdbcClient db, String name, List<String> hashes) {
        db.sql(DROP_CODES).param(name).update();
        for (String hash : hashes) db.sql(ADD_CODE).params(hash, name).update();
    }

    /** @return false where there is no such code, or it was used */
    boolean useRecoveryCode(JdbcClient db, String name, String hash) {
        return db.sql(USE_CODE).params(hash, name).update() == 1;
    }

    int countRecoveryCodes(JdbcClient db, String name) {
        return db.sql(COUNT_CODES).param(name).query(Integer.class).single();
    }

    private static Account row(ResultSet rs, int i) throws SQLException {
        long used = rs.getLong("second_step_used");
        Long usedStep = rs.wasNull() ? null : Long.valueOf(used);
        return new Account(
                rs.getLong("id"),
                rs.getString("name"),
                rs.getString("password_hash"),
                rs.getString("email"),
                Role.fromCode(rs.getString("role")).orElse(Role.VIEW),
                Instant.ofEpochMilli(rs.getLong("created_at")),
                Columns.nullableInstant(rs, "signed_in_at"),
                rs.getString("second_step"),
                usedStep);
    }
}
