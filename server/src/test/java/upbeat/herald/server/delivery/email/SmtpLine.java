package upbeat.herald.server.delivery.email;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.Socket;
import java.nio.charset.StandardCharsets;

/** A mail server's side of SMTP, word by word, so that even what no library would send can be sent. */
final class SmtpLine {
    private SmtpLine() {}

    /** @param from empty for a mail without a sender. @throws IllegalStateException where it is refused */
    static void send(int port, String from, String to, String mail) {
        try (Socket line = new Socket("127.0.0.1", port)) {
            BufferedReader in =
                    new BufferedReader(new InputStreamReader(line.getInputStream(), StandardCharsets.ISO_8859_1));
            OutputStream out = line.getOutputStream();
            expect(in, "220");
            say(out, in, "EHLO test", "250");
            say(out, in, "MAIL FROM:<" + from + ">", "250");
            say(out, in, "RCPT TO:<" + to + ">", "250");
            say(out, in, "DATA", "354");
            String body = mail.replace("\r\n", "\n").replace("\n.", "\n..").replace("\n", "\r\n");
            say(out, in, body + "\r\n.", "250");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void say(OutputStream out, BufferedReader in, String words, String answer) throws IOException {
        out.write((words + "\r\n").getBytes(StandardCharsets.ISO_8859_1));
        out.flush();
        expect(in, answer);
    }

    private static void expect(BufferedReader in, String answer) throws IOException {
        String read = in.readLine();
        while (read != null && read.length() > 3 && read.charAt(3) == '-') read = in.readLine();
        if (read == null || !read.startsWith(answer)) throw new IllegalStateException("answered " + read);
    }
}
