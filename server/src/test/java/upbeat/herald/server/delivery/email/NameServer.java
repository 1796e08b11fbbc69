package upbeat.herald.server.delivery.email;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.SocketException;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.Section;
import org.xbill.DNS.Type;

/** A small name server (RFC 1035) over UDP on loopback that knows the records it is given. */
final class NameServer implements AutoCloseable {
    private static final long TTL = 60;

    private final DatagramSocket socket;
    private final List<Record> records = new CopyOnWriteArrayList<>();
    volatile boolean isSilent;

    NameServer() {
        try {
            socket = new DatagramSocket(0, InetAddress.getLoopbackAddress());
        } catch (SocketException e) {
            throw new UncheckedIOException(e);
        }
        Thread thread = new Thread(this::run, "name-server");
        thread.setDaemon(true);
        thread.start();
    }

    String address() {
        return "127.0.0.1:" + socket.getLocalPort();
    }

    /** @param type such as TXT; {@code value} as a zone file writes it */
    NameServer add(String name, String type, String value) {
        try {
            Name origin = Name.fromString(name, Name.root);
            records.add(Record.fromString(origin, Type.value(type), DClass.IN, TTL, value, Name.root));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return this;
    }

    void clear() {
        records.clear();
    }

    private void run() {
        byte[] buffer = new byte[4096];
        while (!socket.isClosed()) {
            DatagramPacket packet = new DatagramPacket(buffer, buffer.length);
            try {
                socket.receive(packet);
                if (isSilent) continue;
                byte[] reply = answer(new Message(Arrays.copyOf(buffer, packet.getLength())))
                        .toWire();
                socket.send(new DatagramPacket(reply, reply.length, packet.getSocketAddress()));
            } catch (IOException e) {
                if (socket.isClosed()) return;
                throw new UncheckedIOException(e);
            }
        }
    }

    private Message answer(Message asked) {
        Record question = asked.getQuestion();
        Message reply = new Message(asked.getHeader().getID());
        reply.getHeader().setFlag(Flags.QR);
        reply.addRecord(question, Section.QUESTION);
        boolean isKnown = records.stream().anyMatch(r -> r.getName().equals(question.getName()));
        if (!isKnown) reply.getHeader().setRcode(Rcode.NXDOMAIN);
        records.stream()
                .filter(r -> r.getName().equals(question.getName()) && r.getType() == question.getType())
                .forEach(r -> reply.addRecord(r, Section.ANSWER));
        return reply;
    }

    @Override
    public void close() {
        socket.close();
    }
}
