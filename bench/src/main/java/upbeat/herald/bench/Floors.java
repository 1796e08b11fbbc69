package upbeat.herald.bench;

import jakarta.mail.Message;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteDataSource;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.SearchTerms;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.standins.MailServer;

/** What the same machine does without the product. */
final class Floors {
    private static final int COUNT = 1_000;

    private Floors() {}

    /** One row, one commit, one flush to disk at a time. */
    static double insertsPerSecond(Path file) throws Exception {
        try (Connection connection = open(file);
                Statement statement = connection.createStatement()) {
            statement.execute(
                    "create table scan (id integer primary key, carrier text, number text, code text, at integer, place text)");
            long start = System.nanoTime();
            try (PreparedStatement insert = connection.prepareStatement(
                    "insert into scan (carrier, number, code, at, place) values (?, ?, ?, ?, ?)")) {
                for (int i = 0; i < COUNT; i++) {
                    insert.setString(1, "hopgate");
                    insert.setString(2, "HOP " + i);
                    insert.setString(3, "20");
                    insert.setLong(4, i);
                    insert.setString(5, "Lund");
                    insert.executeUpdate();
                }
            }
            return COUNT / ((System.nanoTime() - start) / 1e9);
        }
    }

    /** One small mail after another on an open line. */
    static double mailsPerSecond(int port) throws Exception {
        Properties settings = new Properties();
        settings.setProperty("mail.smtp.auth", "true");
        Session session = Session.getInstance(settings);
        try (Transport line = session.getTransport("smtp")) {
            line.connect("127.0.0.1", port, MailServer.USER, MailServer.PASSWORD);
            InternetAddress to = new InternetAddress("floor@customer.example");
            long start = System.nanoTime();
            for (int i = 0; i < COUNT; i++) {
                MimeMessage mail = new MimeMessage(session);
                mail.setFrom("floor@quillfeather.example");
                mail.setRecipient(Message.RecipientType.TO, to);
                mail.setSubject("Floor");
                mail.setText("Nothing but a line.");
                line.sendMessage(mail, new InternetAddress[] {to});
            }
            return COUNT / ((System.nanoTime() - start) / 1e9);
        }
    }

    /**
     * The rows that a measured run writes, taken from its database and written once more with nothing but JDBC, into a
     * file with the same tables and indexes.
     */
    static final class SameRows implements AutoCloseable {
        private final Path file;
        private final Connection floor;
        private final Map<String, Long> seen = new LinkedHashMap<>();
        private final Map<String, String> changed = new LinkedHashMap<>();
        private long count;

        private SameRows(Path file, Connection floor) {
            this.file = file;
            this.floor = floor;
        }

        /** From here on. @param file the product's database; {@code to} a new file */
        static SameRows since(Path file, Path to, String... tables) throws Exception {
            SameRows rows = new SameRows(file, open(to));
            try (Connection from = open(file);
                    Statement statement = from.createStatement()) {
                for (String table : tables) {
                    rows.make(from, table);
                    try (ResultSet rs = statement.executeQuery("select coalesce(max(rowid), 0) from " + table)) {
                        rows.seen.put(table, rs.getLong(1));
                    }
                }
            }
            return rows;
        }

        /**
         * Counts rows that the product changes as rows to be inserted too. @param which their ids; {@code %d} stands
         * for the last scan seen
         */
        SameRows withChanged(String table, String which) throws Exception {
            try (Connection from = open(file)) {
                make(from, table);
            }
            changed.put(table, which);
            return this;
        }

        private void make(Connection from, String table) throws Exception {
            try (Statement statement = from.createStatement();
                    Statement make = floor.createStatement();
                    ResultSet rs = statement.executeQuery("select sql from sqlite_master where tbl_name = '" + table
                            + "' and type in ('table', 'index') and sql is not null order by type = 'index'")) {
                while (rs.next()) make.execute(rs.getString(1));
            }
        }

        /** Rows written again so far. */
        long count() {
            return count;
        }

        /**
         * Seconds for writing again what came in since the last time. @param transactions in how many, which is in how
         * many the product wrote them
         */
        double insertAgain(int transactions) throws Exception {
            Map<String, List<Object[]>> rows = newRows();
            count += rows.values().stream().mapToLong(List::size).sum();
            floor.setAutoCommit(false);
            long start = System.nanoTime();
            for (long t = 0; t < transactions; t++) {
                for (var table : rows.entrySet()) {
                    List<Object[]> list = table.getValue();
                    int from = (int) (list.size() * t / transactions);
                    int end = (int) (list.size() * (t + 1) / transactions);
                    if (from == end) continue;
                    try (PreparedStatement insert = floor.prepareStatement("insert into " + table.getKey() + " values ("
                            + "?,".repeat(list.get(0).length - 1) + "?)")) {
                        for (Object[] row : list.subList(from, end)) {
                            for (int i = 0; i < row.length; i++) insert.setObject(i + 1, row[i]);
                            insert.executeUpdate();
                        }
                    }
                }
                floor.commit();
            }
            return (System.nanoTime() - start) / 1e9;
        }

        private Map<String, List<Object[]>> newRows() throws Exception {
            Map<String, List<Object[]>> rows = new LinkedHashMap<>();
            try (Connection from = open(file);
                    Statement statement = from.createStatement()) {
                for (var table : changed.entrySet()) {
                    rows.put(
                            table.getKey(),
                            read(
                                    statement,
                                    table.getKey(),
                                    "id in (" + String.format(table.getValue(), seen.get("scan")) + ")"));
                }
                for (var table : seen.entrySet()) {
                    rows.put(table.getKey(), read(statement, table.getKey(), "rowid > " + table.getValue()));
                    try (ResultSet rs =
                            statement.executeQuery("select coalesce(max(rowid), 0) from " + table.getKey())) {
                        table.setValue(rs.getLong(1));
                    }
                }
            }
            return rows;
        }

        private static List<Object[]> read(Statement statement, String table, String which) throws Exception {
            List<Object[]> list = new ArrayList<>();
            try (ResultSet rs = statement.executeQuery("select * from " + table + " where " + which)) {
                int columns = rs.getMetaData().getColumnCount();
                while (rs.next()) {
                    Object[] row = new Object[columns];
                    for (int i = 0; i < columns; i++) row[i] = rs.getObject(i + 1);
                    list.add(row);
                }
            }
            return list;
        }

        @Override
        public void close() throws Exception {
            floor.close();
        }
    }

    static Connection open(Path file) throws Exception {
        SQLiteConfig config = new SQLiteConfig();
        config.setJournalMode(SQLiteConfig.JournalMode.WAL);
        config.setSynchronous(SQLiteConfig.SynchronousMode.FULL);
        config.setCacheSize(-(32 << 10)); // this and the next as the product has it
        config.setGetGeneratedKeys(false);
        SQLiteDataSource source = new SQLiteDataSource(config);
        source.setUrl("jdbc:sqlite:" + file);
        return source.getConnection();
    }

    /** An order's row and its words, without a decision about it: a million of them are only there to be searched. */
    static void orderRow(JdbcClient db, Order o) {
        long id = db.sql(
                        "insert into shop_order (shop, number, placed_at, name, email, phone, country, payment, stage, body, source, updated_at) values (?, ?, ?, ?, ?, ?, ?, 'prepaid', 'ordered', ?, 'bench', 0) returning id")
                .params(
                        o.shop(),
                        o.number(),
                        o.placedAt().toEpochMilli(),
                        o.customer().name(),
                        o.customer().email(),
                        o.customer().phone(),
                        o.shipTo().country(),
                        Json.write(o))
                .query(Long.class)
                .single();
        db.sql("insert into order_search (rowid, words) values (?, ?)")
                .params(id, SearchTerms.termsOf(o, List.of()))
                .update();
    }

    /** The word index asked by itself. */
    static final class BareSearch implements AutoCloseable {
        private final Connection connection;

        BareSearch(Path file) throws Exception {
            connection = open(file);
        }

        double millis(String words) throws Exception {
            long start = System.nanoTime();
            try (PreparedStatement query = connection.prepareStatement(
                    "select rowid from order_search where words match ? order by rowid desc limit 101")) {
                query.setString(1, SearchTerms.toQuery(words));
                try (ResultSet rs = query.executeQuery()) {
                    while (rs.next()) rs.getLong(1);
                }
            }
            return (System.nanoTime() - start) / 1e6;
        }

        @Override
        public void close() throws Exception {
            connection.close();
        }
    }
}
