package upbeat.herald.server.platform.persistence;

import org.springframework.jdbc.core.simple.JdbcClient;

/** Says within a transaction whose work it is, so that the triggers of the change log can note it. */
final class ActingRepository {
    private static final String SET = "update acting set name = ?, at = ?";
    private static final String CLEAR = "update acting set name = null, at = null";

    private ActingRepository() {}

    static void set(JdbcClient db, Acting by) {
        db.sql(SET).params(by.name(), by.at().toEpochMilli()).update();
    }

    static void clear(JdbcClient db) {
        db.sql(CLEAR).update();
    }
}
