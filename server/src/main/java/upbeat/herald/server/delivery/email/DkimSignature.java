package upbeat.herald.server.delivery.email;

import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.util.List;
import org.eclipse.angus.mail.smtp.SMTPMessage;
import org.simplejavamail.utils.mail.dkim.Canonicalization;
import org.simplejavamail.utils.mail.dkim.DkimException;
import org.simplejavamail.utils.mail.dkim.DkimMessage;
import org.simplejavamail.utils.mail.dkim.DkimSigner;
import org.simplejavamail.utils.mail.dkim.SigningAlgorithm;

/** Signs a mail (DKIM, RFC 6376): rsa-sha256, relaxed/relaxed, the whole body. */
final class DkimSignature {
    /** RFC 8058, 4: a receiver believes the one-click address only where the signature covers both. */
    private static final List<String> ALSO_SIGNED = List.of("List-Unsubscribe", "List-Unsubscribe-Post");

    private DkimSignature() {}

    static MimeMessage sign(MimeMessage mail, DkimKeys.Signer with) throws MessagingException {
        try {
            DkimSigner signer = new DkimSigner(with.domain(), with.selector(), with.key());
            signer.setSigningAlgorithm(SigningAlgorithm.SHA256_WITH_RSA);
            signer.setHeaderCanonicalization(Canonicalization.RELAXED);
            signer.setBodyCanonicalization(Canonicalization.RELAXED);
            signer.setLengthParam(false);
            signer.setCheckDomainKey(false); // the library would ask DNS at every mail
            ALSO_SIGNED.forEach(signer::addHeaderToSign);
            DkimMessage signed = new DkimMessage(mail, signer);
            if (mail instanceof SMTPMessage envelope) signed.setEnvelopeFrom(envelope.getEnvelopeFrom());
            return signed;
        } catch (DkimException e) {
            throw new MessagingException("It can't be signed: " + e.getMessage(), e);
        }
    }
}
