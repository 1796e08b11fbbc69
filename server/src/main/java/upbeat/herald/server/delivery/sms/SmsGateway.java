package upbeat.herald.server.delivery.sms;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jsmpp.InvalidResponseException;
import org.jsmpp.PDUException;
import org.jsmpp.bean.AlertNotification;
import org.jsmpp.bean.BindType;
import org.jsmpp.bean.DataCodings;
import org.jsmpp.bean.DataSm;
import org.jsmpp.bean.DeliverSm;
import org.jsmpp.bean.ESMClass;
import org.jsmpp.bean.NumberingPlanIndicator;
import org.jsmpp.bean.OptionalParameter;
import org.jsmpp.bean.RegisteredDelivery;
import org.jsmpp.bean.SMSCDeliveryReceipt;
import org.jsmpp.bean.TypeOfNumber;
import org.jsmpp.extra.NegativeResponseException;
import org.jsmpp.extra.ProcessRequestException;
import org.jsmpp.extra.ResponseTimeoutException;
import org.jsmpp.session.BindParameter;
import org.jsmpp.session.DataSmResult;
import org.jsmpp.session.MessageReceiverListener;
import org.jsmpp.session.SMPPSession;
import org.jsmpp.session.Session;
import org.jsmpp.session.connection.socket.SocketConnection;
import org.jsmpp.util.InvalidDeliveryReceiptException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.sms.Gsm7;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.core.wording.sms.SmsContent;
import upbeat.herald.core.wording.sms.SmsLength;
import upbeat.herald.server.channel.ConnectionCheck;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.channel.ReplyListener;
import upbeat.herald.server.message.ReceiptService;
import upbeat.herald.server.platform.http.OutboundNetwork;
import upbeat.herald.server.platform.signal.LoopPause;

/**
 * SMS over SMPP 3.4, bound as transceiver: submit_sm out, delivery receipts in as deliver_sm. A text of several
 * segments is sent whole in message_payload.
 */
final class SmsGateway implements Gateway, AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(SmsGateway.class);

    private static final int THROTTLED = 0x58; // ESME_RTHROTTLED
    private static final int QUEUE_FULL = 0x14; // ESME_RMSGQFUL
    private static final int SYSTEM_ERROR =
            0x08; // ESME_RSYSERR: also what the library answers where keeping a receipt failed, so that it comes again
    /** Of our own account: sender, log-in and bind (SMPP 3.4, 5.1.3). */
    private static final Set<Integer> OUR_TROUBLE = Set.of(0x04, 0x05, 0x0A, 0x0D, 0x0E, 0x0F);

    private static final int SHORT_MESSAGE_LIMIT = 254;
    private static final Duration CONNECT = Duration.ofSeconds(5);

    private final String referencePrefix;
    private final SmsAccount account;
    private final String password;
    private final OutboundNetwork network;
    private final Consumer<ReceiptService.Receipt> receipts;
    private final Consumer<ReplyListener.IncomingText> replies;
    private @Nullable SMPPSession session;
    /** Only its channel's loop asks. A centre that refuses the log-in is called ever more seldom. */
    private final LoopPause listening = new LoopPause(Duration.ofSeconds(5), Duration.ofMinutes(5));

    /** @param referencePrefix sets the names at this centre apart from those at others */
    SmsGateway(
            String referencePrefix,
            SmsAccount account,
            String password,
            OutboundNetwork network,
            Consumer<ReceiptService.Receipt> receipts,
            Consumer<ReplyListener.IncomingText> replies) {
        this.referencePrefix = referencePrefix;
        this.account = account;
        this.password = password;
        this.network = network;
        this.receipts = receipts;
        this.replies = replies;
    }

    @Override
    public Channel channel() {
        return SmsChannel.SMS;
    }

    @Override
    public int parallelism() {
        return 4;
    }

    @Override
    public boolean isIdempotent() {
        return false;
    }

    @Override
    public HandOver handOver(OutgoingMessage m) {
        SMPPSession line;
        try {
            line = line();
        } catch (IOException e) {
            return new HandOver.Away(reason(e));
        }
        boolean gsm = SmsContent.lengthOf(m.content()).encoding() == SmsLength.Encoding.GSM7;
        byte[] text = gsm ? Gsm7.encode(m.content().text()) : m.content().text().getBytes(StandardCharsets.UTF_16BE);
        boolean whole = SmsContent.lengthOf(m.content()).segments() == 1 && text.length <= SHORT_MESSAGE_LIMIT;
        String from = m.brand().sender().smsSender();
        boolean number = from.matches("\\+?\\d+");
        try {
            String id = line.submitShortMessage(
                            "",
                            number ? TypeOfNumber.INTERNATIONAL : TypeOfNumber.ALPHANUMERIC,
                            number ? NumberingPlanIndicator.ISDN : NumberingPlanIndicator.UNKNOWN,
                            from.replace("+", ""),
                            TypeOfNumber.INTERNATIONAL,
                            NumberingPlanIndicator.ISDN,
                            Texts.orEmpty(m.to()).replaceAll("\\D", ""),
                            new ESMClass(),
                            (byte) 0,
                            (byte) 1,
                            null,
                            null,
                            new RegisteredDelivery(SMSCDeliveryReceipt.SUCCESS_FAILURE),
                            (byte) 0,
                            gsm ? DataCodings.ZERO : DataCodings.newInstance((byte) 8),
                            (byte) 0,
                            whole ? text : new byte[0],
                            whole
                                    ? new OptionalParameter[0]
                                    : new OptionalParameter[] {new OptionalParameter.Message_payload(text)})
                    .getMessageId();
            return new HandOver.Accepted(referencePrefix + id);
        } catch (NegativeResponseException e) {
            int status = e.getCommandStatus();
            String said = "The SMS centre answered with status 0x" + Integer.toHexString(status);
            if (OUR_TROUBLE.contains(status)) return new HandOver.Away(said);
            if (status == THROTTLED || status == QUEUE_FULL) return HandOver.Later.throttled(said);
            return status == SYSTEM_ERROR ? new HandOver.Later(said) : new HandOver.Refused(said);
        } catch (PDUException e) {
            return new HandOver.Refused("The SMS can't be created: " + e.getMessage());
        } catch (ResponseTimeoutException | InvalidResponseException | IOException e) {
            return new HandOver.Unsure("The line to the SMS centre broke while the message was on it");
        }
    }

    @Override
    public ConnectionCheck checkConnection() {
        try {
            line();
            return new ConnectionCheck(true, "Logged in as " + account.user());
        } catch (IOException e) {
            return new ConnectionCheck(
                    false,
                    reason(e)
                            + (e.getCause() instanceof NegativeResponseException n
                                    ? ": status 0x" + Integer.toHexString(n.getCommandStatus())
                                    : ": " + e.getMessage()));
        }
    }

    @Override
    public void listen() {
        if (listening.millisLeft(System.nanoTime()) > 0) return;
        try {
            line();
            listening.succeeded();
        } catch (IOException e) {
            listening.failed(System.nanoTime());
            LOG.debug("Nobody answers at the SMS centre yet", e);
        }
    }

    @Override
    public Optional<String> findOutage() {
        try {
            line();
            return Optional.empty();
        } catch (IOException e) {
            return Optional.of(reason(e));
        }
    }

    private static String reason(IOException e) {
        for (Throwable t = e; t != null; t = t.getCause())
            if (t instanceof NegativeResponseException) return "The SMS centre rejected the user name or password";
        return "The SMS centre can't be reached";
    }

    private synchronized SMPPSession line() throws IOException {
        if (session != null && session.getSessionState().isBound()) return session;
        if (session != null) session.close();
        SMPPSession fresh = new SMPPSession((host, port) -> new SocketConnection(network.connect(host, port, CONNECT)));
        fresh.setTransactionTimer(10_000);
        fresh.setEnquireLinkTimer(30_000);
        fresh.setMessageReceiverListener(new Receipts());
        fresh.connectAndBind(
                account.host(),
                account.port(),
                new BindParameter(
                        BindType.BIND_TRX,
                        account.user(),
                        password,
                        "",
                        TypeOfNumber.UNKNOWN,
                        NumberingPlanIndicator.UNKNOWN,
                        null),
                5000);
        session = fresh;
        return fresh;
    }

    @Override
    public synchronized void close() {
        if (session != null) session.unbindAndClose();
    }

    private final class Receipts implements MessageReceiverListener {
        @Override
        public void onAcceptDeliverSm(DeliverSm sm) throws ProcessRequestException {
            if (!sm.isSmscDeliveryReceipt()) {
                takeReply(sm);
                return;
            }
            try {
                var receipt = sm.getShortMessageAsDeliveryReceipt();
                OptionalParameter.Receipted_message_id named =
                        sm.getOptionalParameter(OptionalParameter.Receipted_message_id.class);
                String id = referencePrefix + (named == null ? receipt.getId() : named.getValueAsString());
                String stat = String.valueOf(receipt.getFinalStatus());
                switch (stat) {
                    case "DELIVRD" ->
                        receipts.accept(
                                new ReceiptService.Receipt(SmsChannel.SMS, id, ReceiptService.Kind.DELIVERED, stat));
                    case "UNDELIV", "EXPIRED", "REJECTD", "DELETED" ->
                        receipts.accept(new ReceiptService.Receipt(
                                SmsChannel.SMS,
                                id,
                                ReceiptService.Kind.FAILED,
                                "The SMS centre reports " + stat + ", error " + receipt.getError()));
                    default -> {} // on its way still
                }
            } catch (InvalidDeliveryReceiptException e) {
                throw new ProcessRequestException("not a receipt", SYSTEM_ERROR);
            }
        }

        /** What can't be kept now is asked for again by the centre. */
        private void takeReply(DeliverSm sm) throws ProcessRequestException {
            try {
                replies.accept(IncomingSms.read(sm));
            } catch (RuntimeException e) {
                LOG.error("A reply could not be kept; the SMS centre will send it again", e);
                throw new ProcessRequestException("not kept", SYSTEM_ERROR);
            }
        }

        @Override
        public void onAcceptAlertNotification(AlertNotification alert) {}

        @Override
        public DataSmResult onAcceptDataSm(DataSm data, Session source) throws ProcessRequestException {
            throw new ProcessRequestException("not used", 3);
        }
    }
}
