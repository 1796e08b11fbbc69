package upbeat.herald.acceptance;

import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** Debian's Dovecot with one mailbox in a folder of its own: a mail server that somebody else wrote. */
final class Dovecot implements AutoCloseable {
    static final String USER = "replies";
    static final String PASSWORD = "for-local-use-only";

    final int port;
    private final Path folder;
    private final Process process;

    Dovecot() throws IOException {
        folder = Files.createTempDirectory("dovecot");
        Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
        for (String name : List.of("mail", "mail/new", "mail/cur", "mail/tmp")) {
            Path made = Files.createDirectory(folder.resolve(name));
            Files.setPosixFilePermissions(made, PosixFilePermissions.fromString("rwxrwxrwx"));
        }
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        Files.writeString(folder.resolve("passwd"), USER + ":{PLAIN}" + PASSWORD + ":65534:65534\n");
        Path conf = Files.writeString(folder.resolve("dovecot.conf"), """
                protocols = imap
                listen = 127.0.0.1
                ssl = no
                disable_plaintext_auth = no
                base_dir = %1$s/run
                state_dir = %1$s/state
                log_path = %1$s/log
                mail_location = maildir:%1$s/mail
                first_valid_uid = 1
                first_valid_gid = 1
                passdb {
                  driver = passwd-file
                  args = %1$s/passwd
                }
                userdb {
                  driver = static
                  args = uid=65534 gid=65534 home=%1$s/mail
                }
                service imap-login {
                  inet_listener imap {
                    port = %2$d
                  }
                  inet_listener imaps {
                    port = 0
                  }
                }
                """.formatted(folder, port));
        process = new ProcessBuilder("/usr/sbin/dovecot", "-F", "-c", conf.toString())
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("out").toFile())
                .start();
        await().atMost(Duration.ofSeconds(20)).until(this::answers);
    }

    private boolean answers() {
        try (Socket line = new Socket("127.0.0.1", port)) {
            line.setSoTimeout((int) TimeUnit.SECONDS.toMillis(5));
            return line.getInputStream().read() == '*';
        } catch (IOException e) {
            return false;
        }
    }

    /** A mail comes in. */
    void deliver(String name, String mail) throws IOException {
        Path made = folder.resolve("mail/tmp").resolve(name);
        Files.writeString(made, mail.replace("\n", "\r\n"), StandardCharsets.UTF_8);
        Files.setPosixFilePermissions(made, PosixFilePermissions.fromString("rw-rw-rw-"));
        Files.move(made, folder.resolve("mail/new").resolve(name));
    }

    /** Names of the mails that are marked as read: their flags stand behind the colon (Maildir). */
    List<String> read() throws IOException {
        try (Stream<Path> files = Files.list(folder.resolve("mail/cur"))) {
            return files.map(f -> f.getFileName().toString())
                    .filter(n -> n.matches(".*:2,[A-Z]*S[A-Z]*"))
                    .map(n -> n.replaceAll("[:,].*", ""))
                    .sorted()
                    .toList();
        }
    }

    @Override
    public void close() {
        process.destroy();
        try {
            if (!process.waitFor(10, TimeUnit.SECONDS)) process.destroyForcibly();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
