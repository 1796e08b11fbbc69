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
import upbeat.herald.core.journey.SearchWords;
import upbeat.herald.server.storage.Json;
import upbeat.herald.standins.MailServer;

/** What the same machine does without the product. */
final class Floors {
    private static final int COUNT = 1_000;

    private Floors() {}

    /** One row, one commit, one flush to disk at a time. */
    static double insertsPerSecond(Path file) throws Exception {
        try (Connection connection = open(file); Statement statement = connection.createStatement()) {
            statement.execute("create table scan (id integer primary key, carrier text, number text, code text, at integer, place text)");
            long start = System.nanoTime();
            try (PreparedStatement insert = connection.prepareStatement("insert into scan (carrier, number, code, at, place) values (?, ?, ?, ?, ?)")) {
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

    /** The rows that a measured run writes, taken from its database and written once more with nothing but JDBC. */
    static final class SameRows {
        private final Path file;
        private final Map<String, Long> before = new LinkedHashMap<>();
        private long count;

        private SameRows(Path file) {
            this.file = file;
        }

        static SameRows before(Path file, String... tables) throws Exception {
            SameRows rows = new SameRows(file);
            try (Connection connection = open(file); Statement statement = connection.createStatement()) {
                for (String table : tables) {
                    try (ResultSet rs = statement.executeQuery("select coalesce(max(rowid), 0) from " + table)) {
                        rows.before.put(table, rs.getLong(1));
                    }
                }
            }
            return rows;
        }

        long count() {
            return count;
        }

        /** Seconds for writing them again into an empty file with the same tables and indexes. @param together rows' worth of facts in a transaction */
        double insertAgain(Path to, int together) throws Exception {
            Map<String, List<Object[]>> rows = new LinkedHashMap<>();
            List<String> schema = new ArrayList<>();
            try (Connection from = open(file); Statement statement = from.createStatement()) {
                for (var table : before.entrySet()) {
                    try (ResultSet rs = statement.executeQuery("select sql from sqlite_master where tbl_name = '" + table.getKey() + "' and sql is not null order by type = 'index'")) {
                        while (rs.next()) schema.add(rs.getString(1));
                    }
                    List<Object[]> list = new ArrayList<>();
                    try (ResultSet rs = statement.executeQuery("select * from " + table.getKey() + " where rowid > " + table.getValue())) {
                        int columns = rs.getMetaData().getColumnCount();
                        while (rs.next()) {
                            Object[] row = new Object[columns];
                            for (int i = 0; i < columns; i++) row[i] = rs.getObject(i + 1);
                            list.add(row);
                        }
                    }
                    rows.put(table.getKey(), list);
                }
            }
            count = rows.values().stream().mapToLong(List::size).sum();
            try (Connection connection = open(to)) {
                try (Statement statement = connection.createStatement()) {
                    for (String sql : schema) statement.execute(sql);
                }
                connection.setAutoCommit(false);
                long largest = Math.max(1, rows.values().stream().mapToLong(List::size).max().orElse(1));
                long transactions = Math.max(1, largest / Math.max(1, Math.min(together, 1_000)));
                long start = System.nanoTime();
                for (long t = 0; t < transactions; t++) {
                    for (var table : rows.entrySet()) {
                        List<Object[]> list = table.getValue();
                        int from = (int) (list.size() * t / transactions);
                        int end = (int) (list.size() * (t + 1) / transactions);
                        if (from == end) continue;
                        try (PreparedStatement insert = connection.prepareStatement("insert into " + table.getKey() + " values (" + "?,".repeat(list.get(0).length - 1) + "?)")) {
                            for (Object[] row : list.subList(from, end)) {
                                for (int i = 0; i < row.length; i++) insert.setObject(i + 1, row[i]);
                                insert.executeUpdate();
                            }
                        }
                    }
                    connection.commit();
                }
                return (System.nanoTime() - start) / 1e9;
            }
        }
    }

    private static Connection open(Path file) throws Exception {
        SQLiteConfig config = new SQLiteConfig();
        config.setJournalMode(SQLiteConfig.JournalMode.WAL);
        config.setSynchronous(SQLiteConfig.SynchronousMode.FULL);
        config.setCacheSize(-(32 << 10)); // as the product has it
        SQLiteDataSource source = new SQLiteDataSource(config);
        source.setUrl("jdbc:sqlite:" + file);
        return source.getConnection();
    }

    /** An order's row and its words, without a decision about it: a million of them are only there to be searched. */
    static void orderRow(JdbcClient db, Order o) {
        long id = db.sql("insert into shop_order (shop, number, placed_at, name, email, phone, country, payment, stage, body, source, updated_at) values (?, ?, ?, ?, ?, ?, ?, 'prepaid', 'ordered', ?, 'bench', 0) returning id")
                .params(o.shop(), o.number(), o.placedAt().toEpochMilli(), o.customer().name(), o.customer().email(), o.customer().phone(), o.shipTo().country(), Json.of(o)).query(Long.class).single();
        db.sql("insert into order_search (rowid, words) values (?, ?)").params(id, SearchWords.of(o, List.of())).update();
    }

    /** The word index asked by itself. */
    static final class BareSearch implements AutoCloseable {
        private final Connection connection;

        BareSearch(Path file) throws Exception {
            connection = open(file);
        }

        double millis(String words) throws Exception {
            long start = System.nanoTime();
            try (PreparedStatement query = connection.prepareStatement("select rowid from order_search where words match ? order by rowid desc limit 101")) {
                query.setString(1, SearchWords.query(words));
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
