package upbeat.herald.server.platform.persistence;

import java.lang.reflect.InvocationHandler;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * A connection that keeps its prepared statements. SQLite's driver has no such cache, and preparing takes longer than
 * most of our statements take to run. Closing a statement puts it back; one that is still in use is not handed out
 * twice.
 */
final class StatementCache {
    private static final int MOST = 200;

    private StatementCache() {}

    static Connection wrap(Connection connection) {
        Map<String, Kept> kept = new LinkedHashMap<>(64, 0.75f, true);
        InvocationHandler handler = (proxy, method, args) -> {
            try {
                if (!method.getName().equals("prepareStatement") || args.length != 1)
                    return method.invoke(connection, args);
                String sql = (String) args[0];
                Kept statement = kept.get(sql);
                if (statement != null && statement.inUse) return connection.prepareStatement(sql);
                if (statement == null) {
                    statement = new Kept(connection.prepareStatement(sql));
                    kept.put(sql, statement);
                    evict(kept);
                }
                statement.inUse = true;
                return statement.shown;
            } catch (InvocationTargetException e) {
                throw e.getCause();
            }
        };
        return (Connection) Proxy.newProxyInstance(
                StatementCache.class.getClassLoader(), new Class<?>[] {Connection.class}, handler);
    }

    private static void evict(Map<String, Kept> kept) throws java.sql.SQLException {
        var oldest = kept.entrySet().iterator();
        while (kept.size() > MOST && oldest.hasNext()) {
            Kept statement = oldest.next().getValue();
            if (statement.inUse) continue;
            oldest.remove();
            statement.real.close();
        }
    }

    private static final class Kept {
        final PreparedStatement real;
        final PreparedStatement shown;
        boolean inUse;

        Kept(PreparedStatement real) {
            this.real = real;
            shown = (PreparedStatement) Proxy.newProxyInstance(
                    StatementCache.class.getClassLoader(),
                    new Class<?>[] {PreparedStatement.class},
                    (proxy, method, args) -> {
                        if (method.getName().equals("close")) {
                            real.clearParameters();
                            real.clearBatch();
                            inUse = false;
                            return null;
                        }
                        try {
                            method.setAccessible(true); // spares a check of the caller at every call
                            return method.invoke(real, args);
                        } catch (InvocationTargetException e) {
                            throw e.getCause();
                        }
                    });
        }
    }
}
