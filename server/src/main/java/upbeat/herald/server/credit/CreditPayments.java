package upbeat.herald.server.credit;

import java.math.BigDecimal;
import java.util.List;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.credit.CreditAmount;
import upbeat.herald.core.credit.Posting;
import upbeat.herald.server.channel.Prices;
import upbeat.herald.server.credit.CreditRepository.About;
import upbeat.herald.server.credit.CreditRepository.Pending;
import upbeat.herald.server.platform.signal.SignallingWriter;

/**
 * Money that comes in. What is to be paid is kept before anybody is asked for it, so that a payment is booked even
 * where the process ends between paying and booking: it is asked for again under the same id, under which it is paid
 * once.
 */
@Component
public class CreditPayments {
    private static final Logger LOG = LoggerFactory.getLogger(CreditPayments.class);
    private static final Pattern REFERENCE = Pattern.compile("[A-Za-z0-9-]{8,64}");
    private static final int LONGEST_NOTE = 200;

    private final CreditRepository credit;
    private final CreditBook book;
    private final Prices prices;
    private final PaymentProvider payments;
    private final List<CreditChangeListener> listeners;
    private final SignallingWriter writer;
    private final JdbcClient reader;

    CreditPayments(
            CreditRepository credit,
            CreditBook book,
            Prices prices,
            PaymentProvider payments,
            List<CreditChangeListener> listeners,
            SignallingWriter writer,
            JdbcClient reader) {
        this.credit = credit;
        this.book = book;
        this.prices = prices;
        this.payments = payments;
        this.listeners = List.copyOf(listeners);
        this.writer = writer;
        this.reader = reader;
    }

    /** @param id made by whoever asks, and the same when asked again; {@code note} for the books */
    record TopUp(
            @Nullable String id,
            @Nullable String amount,
            @Nullable String note) {}

    /** The first one turns the ledger on. Asked again with the same id, nothing is paid or booked twice. */
    void topUp(TopUp body, String by) {
        BigDecimal amount = parse(body.amount());
        if (amount.signum() <= 0) throw new HeraldException("amount", "Enter an amount above zero, such as 100.00");
        String id = body.id();
        if (id == null || !REFERENCE.matcher(id).matches())
            throw new HeraldException("id", "Send an id of 8 to 64 letters and digits with the payment");
        checkNote(body.note());
        if (prices.get().currency().isEmpty())
            throw new HeraldException("amount", "Import a price list first: it says in which currency you pay");
        if (credit.hasReference(reader, id)) return;
        Pending pending = new Pending(id, amount, Texts.blankToNull(body.note()), by);
        writer.write((db, now) -> {
            credit.insertPending(db, pending, now);
            return null;
        });
        PaymentProvider.Result result = finish(pending);
        if (result instanceof PaymentProvider.Result.Declined declined)
            throw new HeraldException("amount", "The payment was declined: " + declined.reason());
        if (result instanceof PaymentProvider.Result.NotReached)
            throw new HeraldException("amount", "The payment service can't be reached. Nothing was paid; try again");
        if (result instanceof PaymentProvider.Result.Unknown)
            throw new HeraldException(
                    "amount",
                    "The payment service didn't say whether you paid. It's asked again by itself, and the amount is"
                            + " added once it confirms");
    }

    /** Asks again for what nobody answered; to be called now and then. */
    void sweep() {
        for (Pending pending : credit.findPending(reader)) {
            PaymentProvider.Result result = finish(pending);
            LOG.info(
                    "The open payment {} ended as {}",
                    pending.id(),
                    result.getClass().getSimpleName());
        }
    }

    private PaymentProvider.Result finish(Pending pending) {
        PaymentProvider.Result result = payments.isThere()
                ? payments.pay(pending.id(), pending.amount(), prices.get().currency())
                : new PaymentProvider.Result.Paid();
        if (result instanceof PaymentProvider.Result.Paid)
            bookPayment(pending.id(), pending.amount(), pending.note(), pending.by());
        else if (!(result instanceof PaymentProvider.Result.Unknown))
            writer.write((db, now) -> {
                credit.deletePending(db, pending.id());
                return null;
            });
        return result;
    }

    /** Books a payment that was made. @param id under which it is booked once */
    public void bookPayment(String id, BigDecimal amount, @Nullable String note, String by) {
        add(Posting.topUp(CreditAmount.toUnits(amount)), id, note, by);
    }

    /** @param amount above or below zero */
    record Correction(@Nullable String amount, @Nullable String note) {}

    void correct(Correction body, String by) {
        if (!book.isOn()) throw new HeraldException("amount", "No credit is tracked yet. Top up first");
        BigDecimal amount = parse(body.amount());
        if (amount.signum() == 0) throw new HeraldException("amount", "Enter an amount that isn't zero");
        if (Texts.isBlank(body.note())) throw new HeraldException("note", "Say why, for the books");
        checkNote(body.note());
        add(Posting.correct(CreditAmount.toUnits(amount)), null, body.note(), by);
    }

    private void add(List<Posting> postings, @Nullable String reference, @Nullable String note, String by) {
        writer.write((db, now) -> {
            if (reference != null) {
                credit.deletePending(db, reference);
                if (credit.hasReference(db, reference)) return null;
            }
            credit.open(db);
            credit.book(db, postings, new About(null, null, reference, Texts.blankToNull(note), by), now);
            listeners.forEach(l -> l.moreMayBeSent(db));
            return null;
        });
        book.refresh(reader);
    }

    private static void checkNote(@Nullable String note) {
        if (note != null && note.length() > LONGEST_NOTE)
            throw new HeraldException("note", "Write up to " + LONGEST_NOTE + " characters");
    }

    private static BigDecimal parse(@Nullable String amount) {
        String plain = Texts.orEmpty(amount).strip();
        if (!CreditService.AMOUNT.matcher(plain).matches())
            throw new HeraldException("amount", "Enter an amount like 100.00, with up to two decimals");
        return new BigDecimal(plain);
    }
}
