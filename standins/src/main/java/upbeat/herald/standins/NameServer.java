package upbeat.herald.standins;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.SocketException;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.jspecify.annotations.Nullable;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.Section;
import org.xbill.DNS.Type;

/** A small name server (RFC 1035) over UDP on loopback that knows the records it is given. */
public final class NameServer implements Standin {
    private static final long TTL = 60;

    private final List<Record> records = new CopyOnWriteArrayList<>();
    private int port;
    private @Nullable DatagramSocket socket;

    @Override
    public int port() {
        return port;
    }

    @Override
    public synchronized boolean running() {
        return socket != null;
    }

    /** Where it stopped before, it starts under the same address. */
    @Override
    public synchronized void start() {
        if (socket != null) return;
        DatagramSocket opened;
        try {
            opened = new DatagramSocket(port, InetAddress.getLoopbackAddress());
        } catch (SocketException e) {
            throw new UncheckedIOException(e);
        }
        socket = opened;
        port = opened.getLocalPort();
        Thread thread = new Thread(() -> run(opened), "name-server");
        thread.setDaemon(true);
        thread.start();
    }

    @Override
    public synchronized void stop() {
        if (socket == null) return;
        socket.close();
        socket = null;
    }

    public String address() {
        return "127.0.0.1:" + port;
    }

    /** @param type such as TXT; {@code value} as a zone file writes it */
    public NameServer add(String name, String type, String value) {
        try {
            Name origin = Name.fromString(name, Name.root);
            records.add(Record.fromString(origin, Type.value(type), DClass.IN, TTL, value, Name.root));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return this;
    }

    public void clear() {
        records.clear();
    }

    private void run(DatagramSocket own) {
        byte[] buffer = new byte[4096];
        while (!own.isClosed()) {
            DatagramPacket packet = new DatagramPacket(buffer, buffer.length);
            try {
                own.receive(packet);
                byte[] reply = answer(new Message(Arrays.copyOf(buffer, packet.getLength())))
                        .toWire();
                own.send(new DatagramPacket(reply, reply.length, packet.getSocketAddress()));
            } catch (IOException e) {
                if (own.isClosed()) return;
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
}
