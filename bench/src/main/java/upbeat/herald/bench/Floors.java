package upbeat.herald.bench;

import jakarta.mail.Message;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.Statement;
import java.util.Properties;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteDataSource;
import upbeat.herald.standins.MailServer;

/** What the same machine does without the product. */
final class Floors {
    private static final int COUNT = 1_000;

    private Floors() {}

    /** One row, one commit, one flush to disk at a time. */
    static double insertsPerSecond(Path file) throws Exception {
        SQLiteConfig config = new SQLiteConfig();
        config.setJournalMode(SQLiteConfig.JournalMode.WAL);
        config.setSynchronous(SQLiteConfig.SynchronousMode.FULL);
        SQLiteDataSource source = new SQLiteDataSource(config);
        source.setUrl("jdbc:sqlite:" + file);
        try (Connection connection = source.getConnection(); Statement statement = connection.createStatement()) {
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
}
