package upbeat.herald.server.delivery.sms;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.jsmpp.bean.DeliverSm;
import org.jsmpp.bean.OptionalParameter;
import upbeat.herald.core.wording.sms.Gsm7;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.server.channel.ReplyListener;

/** A customer's SMS as the centre delivers it (SMPP 3.4, 4.6). */
final class IncomingSms {
    /** A header stands before the text (SMPP 3.4, 5.2.12). */
    private static final int HAS_HEADER = 0x40;

    private static final int LATIN_1 = 0x03;
    private static final int UCS_2 = 0x08;
    /** Parts of a longer message, numbered with one octet or two (3GPP TS 23.040, 9.2.3.24.1 and 9.2.3.24.8). */
    private static final int PARTS = 0x00;

    private static final int MANY_PARTS = 0x08;

    private IncomingSms() {}

    static ReplyListener.IncomingText read(DeliverSm sm) {
        byte[] octets = sm.getShortMessage();
        OptionalParameter.Message_payload payload = sm.getOptionalParameter(OptionalParameter.Message_payload.class);
        if ((octets == null || octets.length == 0) && payload != null) octets = payload.getValue();
        byte[] all = octets == null ? new byte[0] : octets;
        boolean hasHeader = (sm.getEsmClass() & HAS_HEADER) != 0 && all.length > 0;
        int header = hasHeader ? Math.min(all.length, 1 + (all[0] & 0xFF)) : 0;
        String text = decode(Arrays.copyOfRange(all, header, all.length), sm.getDataCoding());
        return new ReplyListener.IncomingText(
                SmsChannel.SMS, number(sm.getSourceAddr()), text, null, hasHeader && isPart(all, header));
    }

    private static String number(String source) {
        String digits = source.replaceAll("\\D", "");
        return "+" + digits;
    }

    private static String decode(byte[] text, byte coding) {
        return switch (coding & 0xFF) {
            case UCS_2 -> new String(text, StandardCharsets.UTF_16BE);
            case LATIN_1 -> new String(text, StandardCharsets.ISO_8859_1);
            default -> Gsm7.decode(text);
        };
    }

    private static boolean isPart(byte[] octets, int header) {
        for (int i = 1; i + 1 < header; i += 2 + (octets[i + 1] & 0xFF)) {
            int element = octets[i] & 0xFF;
            if (element == PARTS || element == MANY_PARTS) return true;
        }
        return false;
    }
}
