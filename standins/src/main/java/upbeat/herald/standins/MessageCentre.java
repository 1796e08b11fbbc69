package upbeat.herald.standins;

import com.cloudhopper.commons.charset.CharsetUtil;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.util.Date;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;
import org.jsmpp.bean.BroadcastSm;
import org.jsmpp.bean.CancelBroadcastSm;
import org.jsmpp.bean.CancelSm;
import org.jsmpp.bean.DataCodings;
import org.jsmpp.bean.DataSm;
import org.jsmpp.bean.DeliveryReceipt;
import org.jsmpp.bean.ESMClass;
import org.jsmpp.bean.GSMSpecificFeature;
import org.jsmpp.bean.MessageMode;
import org.jsmpp.bean.MessageType;
import org.jsmpp.bean.NumberingPlanIndicator;
import org.jsmpp.bean.OptionalParameter;
import org.jsmpp.bean.QueryBroadcastSm;
import org.jsmpp.bean.QuerySm;
import org.jsmpp.bean.RegisteredDelivery;
import org.jsmpp.bean.ReplaceSm;
import org.jsmpp.bean.SubmitMulti;
import org.jsmpp.bean.SubmitSm;
import org.jsmpp.bean.TypeOfNumber;
import org.jsmpp.extra.ProcessRequestException;
import org.jsmpp.session.BindRequest;
import org.jsmpp.session.BroadcastSmResult;
import org.jsmpp.session.DataSmResult;
import org.jsmpp.session.QueryBroadcastSmResult;
import org.jsmpp.session.QuerySmResult;
import org.jsmpp.session.SMPPServerSession;
import org.jsmpp.session.SMPPServerSessionListener;
import org.jsmpp.session.ServerMessageReceiverListener;
import org.jsmpp.session.Session;
import org.jsmpp.session.SubmitMultiResult;
import org.jsmpp.session.SubmitSmResult;
import org.jsmpp.session.connection.ServerConnection;
import org.jsmpp.session.connection.ServerConnectionFactory;
import org.jsmpp.session.connection.socket.ServerSocketConnection;
import org.jsmpp.util.DeliveryReceiptState;
import org.jsmpp.util.MessageId;
import org.jspecify.annotations.Nullable;

/**
 * An SMS message centre (SMPP 3.4): takes submit_sm, puts the text on the telephone and sends a delivery receipt as
 * deliver_sm.
 */
public final class MessageCentre implements Standin {
    public static final String SYSTEM_ID = "herald";
    public static final String PASSWORD = "sms-only"; // eight characters are SMPP's limit
    private static final int NO_SUCH_COMMAND = 0x00000003;
    private static final int BIND_FAILED = 0x0000000D;

    private final PhoneInbox phones;
    private final WorldClock clock;
    private final AtomicLong numbers = new AtomicLong(1000);
    private final Set<SMPPServerSession> sessions = ConcurrentHashMap.newKeySet();
    private int port;
    private @Nullable SMPPServerSessionListener listener;
    private @Nullable ExecutorService receipts;

    public MessageCentre(PhoneInbox phones, WorldClock clock, int port) {
        this.phones = phones;
        this.clock = clock;
        this.port = port;
    }

    @Override
    public int port() {
        return port;
    }

    @Override
    public synchronized boolean running() {
        return listener != null;
    }

    @Override
    public synchronized void start() {
        if (listener != null) return;
        try {
            ServerSocket socket = new ServerSocket(port, 50, InetAddress.getLoopbackAddress());
            port = socket.getLocalPort();
            listener = new SMPPServerSessionListener(port, new OnSocket(socket));
        } catch (IOException e) {
            throw new IllegalStateException("The SMS stand-in can't open port " + port + ": " + e.getMessage(), e);
        }
        receipts = Executors.newSingleThreadExecutor(r -> thread(r, "sms-receipts"));
        SMPPServerSessionListener mine = listener;
        thread(() -> acceptAll(mine), "sms-listener").start();
    }

    @Override
    public synchronized void stop() {
        if (listener == null) return;
        SMPPServerSessionListener old = listener;
        listener = null;
        try {
            old.close();
        } catch (IOException e) {
            // Closed already: that is what we want.
        }
        sessions.forEach(SMPPServerSession::close);
        sessions.clear();
        if (receipts != null) receipts.shutdownNow();
    }

    private void acceptAll(SMPPServerSessionListener mine) {
        while (true) {
            try {
                SMPPServerSession session = mine.accept();
                session.setMessageReceiverListener(new Receiver());
                thread(() -> bind(session), "sms-bind").start();
            } catch (IOException e) {
                synchronized (this) {
                    if (listener != mine) return;
                }
            }
        }
    }

    private void bind(SMPPServerSession session) {
        try {
            BindRequest request = session.waitForBind(5000);
            if (SYSTEM_ID.equals(request.getSystemId()) && PASSWORD.equals(request.getPassword())) {
                request.accept("standin");
                sessions.add(session);
                session.addSessionStateListener((now, before, who) -> {
                    if (!now.isBound()) sessions.remove(session);
                });
            } else {
                request.reject(BIND_FAILED);
            }
        } catch (TimeoutException | IOException | org.jsmpp.PDUStringException e) {
            session.close();
        }
    }

    /** The library listens on every address; this hands it one that is open on loopback only. */
    private record OnSocket(ServerSocket socket) implements ServerConnectionFactory {
        @Override
        public ServerConnection listen(int port) {
            return new ServerSocketConnection(socket);
        }

        @Override
        public ServerConnection listen(int port, int timeout) {
            return new ServerSocketConnection(socket);
        }

        @Override
        public ServerConnection listen(int port, int timeout, int backlog) {
            return new ServerSocketConnection(socket);
        }
    }

    private static Thread thread(Runnable work, String name) {
        Thread t = new Thread(work, name);
        t.setDaemon(true);
        return t;
    }

    private void receipt(String id, SubmitSm sm) {
        boolean arrives = !sm.getDestAddress().endsWith("98");
        Date now = Date.from(clock.instant());
        DeliveryReceipt receipt = new DeliveryReceipt(
                id,
                1,
                arrives ? 1 : 0,
                now,
                now,
                arrives ? DeliveryReceiptState.DELIVRD : DeliveryReceiptState.UNDELIV,
                arrives ? "000" : "027",
                "");
        for (SMPPServerSession session : sessions) {
            try {
                session.deliverShortMessage(
                        "",
                        TypeOfNumber.INTERNATIONAL,
                        NumberingPlanIndicator.ISDN,
                        sm.getDestAddress(),
                        TypeOfNumber.valueOf(sm.getSourceAddrTon()),
                        NumberingPlanIndicator.valueOf(sm.getSourceAddrNpi()),
                        sm.getSourceAddr(),
                        new ESMClass(MessageMode.DEFAULT, MessageType.SMSC_DEL_RECEIPT, GSMSpecificFeature.DEFAULT),
                        (byte) 0,
                        (byte) 0,
                        new RegisteredDelivery(0),
                        DataCodings.ZERO,
                        receipt.toString().getBytes(StandardCharsets.US_ASCII),
                        new OptionalParameter.Receipted_message_id(id));
                return;
            } catch (org.jsmpp.PDUException
                    | org.jsmpp.extra.ResponseTimeoutException
                    | org.jsmpp.InvalidResponseException
                    | org.jsmpp.extra.NegativeResponseException
                    | IOException e) {
                System.err.println("sms stand-in: a receipt for " + id + " was not taken: " + e.getMessage());
            }
        }
    }

    /** A telephone writes to whom it was last written by. @throws Http.Refusal where nobody listens */
    public void reply(String number, String text) {
        String to = phones.on(number).stream()
                .filter(m -> m.channel().equals("sms"))
                .findFirst()
                .map(PhoneInbox.Received::from)
                .orElse("herald");
        byte[] septets = CharsetUtil.encode(text, CharsetUtil.CHARSET_GSM);
        boolean gsm = text.equals(CharsetUtil.decode(septets, CharsetUtil.CHARSET_GSM));
        byte[] bytes = gsm ? septets : text.getBytes(StandardCharsets.UTF_16BE);
        for (SMPPServerSession session : sessions) {
            try {
                session.deliverShortMessage(
                        "",
                        TypeOfNumber.INTERNATIONAL,
                        NumberingPlanIndicator.ISDN,
                        PhoneInbox.digits(number),
                        TypeOfNumber.ALPHANUMERIC,
                        NumberingPlanIndicator.UNKNOWN,
                        to,
                        new ESMClass(),
                        (byte) 0,
                        (byte) 0,
                        new RegisteredDelivery(0),
                        gsm ? DataCodings.ZERO : DataCodings.newInstance((byte) 8),
                        bytes.length > 140 ? new byte[0] : bytes,
                        bytes.length > 140
                                ? new OptionalParameter[] {new OptionalParameter.Message_payload(bytes)}
                                : new OptionalParameter[0]);
                return;
            } catch (org.jsmpp.PDUException
                    | org.jsmpp.extra.ResponseTimeoutException
                    | org.jsmpp.InvalidResponseException
                    | org.jsmpp.extra.NegativeResponseException
                    | IOException e) {
                throw new Http.Refusal(502, "not_taken", "The reply was not taken: " + e.getMessage());
            }
        }
        throw new Http.Refusal(503, "nobody_there", "Nobody is logged in at the SMS centre");
    }

    private static String text(SubmitSm sm) {
        byte[] bytes = sm.getShortMessage();
        OptionalParameter.Message_payload payload = sm.getOptionalParameter(OptionalParameter.Message_payload.class);
        if ((bytes == null || bytes.length == 0) && payload != null) bytes = payload.getValue();
        return sm.getDataCoding() == 8
                ? new String(bytes, StandardCharsets.UTF_16BE)
                : CharsetUtil.decode(bytes, CharsetUtil.CHARSET_GSM);
    }

    /** Only submit_sm is scripted; everything else is refused loudly. */
    private final class Receiver implements ServerMessageReceiverListener {
        @Override
        public SubmitSmResult onAcceptSubmitSm(SubmitSm sm, SMPPServerSession source) {
            String id = Long.toString(numbers.incrementAndGet());
            if (!sm.getDestAddress().endsWith("98"))
                phones.add(
                        sm.getDestAddress(),
                        new PhoneInbox.Received(
                                "sms-" + id, "sms", sm.getSourceAddr(), text(sm), List.of(), clock.instant()));
            if (sm.getRegisteredDelivery() != 0 && receipts != null) receipts.execute(() -> receipt(id, sm));
            try {
                return new SubmitSmResult(new MessageId(id), new OptionalParameter[0]);
            } catch (org.jsmpp.PDUStringException e) {
                throw new IllegalStateException(e);
            }
        }

        private ProcessRequestException unscripted() {
            return new ProcessRequestException("not scripted", NO_SUCH_COMMAND);
        }

        @Override
        public SubmitMultiResult onAcceptSubmitMulti(SubmitMulti m, SMPPServerSession s)
                throws ProcessRequestException {
            throw unscripted();
        }

        @Override
        public QuerySmResult onAcceptQuerySm(QuerySm q, SMPPServerSession s) throws ProcessRequestException {
            throw unscripted();
        }

        @Override
        public void onAcceptReplaceSm(ReplaceSm r, SMPPServerSession s) throws ProcessRequestException {
            throw unscripted();
        }

        @Override
        public void onAcceptCancelSm(CancelSm c, SMPPServerSession s) throws ProcessRequestException {
            throw unscripted();
        }

        @Override
        public BroadcastSmResult onAcceptBroadcastSm(BroadcastSm b, SMPPServerSession s)
                throws ProcessRequestException {
            throw unscripted();
        }

        @Override
        public void onAcceptCancelBroadcastSm(CancelBroadcastSm c, SMPPServerSession s) throws ProcessRequestException {
            throw unscripted();
        }

        @Override
        public QueryBroadcastSmResult onAcceptQueryBroadcastSm(QueryBroadcastSm q, SMPPServerSession s)
                throws ProcessRequestException {
            throw unscripted();
        }

        @Override
        public DataSmResult onAcceptDataSm(DataSm d, Session s) throws ProcessRequestException {
            throw unscripted();
        }
    }
}
