package upbeat.herald.core.credit;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A sum that moves from one account to another. The amount is in ten-thousandths (see {@link CreditAmount}) and above
 * zero: what moves nothing is no posting.
 */
public record Posting(Kind kind, LedgerAccount from, LedgerAccount to, long amount) {
    /** Why a sum moves. */
    public enum Kind {
        /** Paid in. */
        TOP_UP,
        /** Promised to a message when it is planned. */
        HOLD,
        /** A message costs more or less than was thought. */
        ADJUST,
        /** The gateway has taken a message. */
        CHARGE,
        /** A message doesn't leave, or the gateway refused it: what was held for it is given back. */
        RELEASE,
        /** Sent to try something out. */
        TEST,
        /** Written to a customer by hand. */
        REPLY,
        /** Put right by hand. */
        CORRECTION;

        public String code() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        public static Kind fromCode(String code) {
            return valueOf(code.toUpperCase(Locale.ROOT).replace('-', '_'));
        }
    }

    public Posting {
        if (amount <= 0) throw new IllegalArgumentException("A posting moves something: " + amount);
        if (from == to) throw new IllegalArgumentException("A posting moves from one account to another");
    }

    public static List<Posting> topUp(long amount) {
        return some(Kind.TOP_UP, LedgerAccount.PAYMENTS, LedgerAccount.AVAILABLE, amount);
    }

    /** @param amount above zero adds to what is available, below takes away */
    public static List<Posting> correct(long amount) {
        return amount >= 0
                ? some(Kind.CORRECTION, LedgerAccount.PAYMENTS, LedgerAccount.AVAILABLE, amount)
                : some(Kind.CORRECTION, LedgerAccount.AVAILABLE, LedgerAccount.PAYMENTS, -amount);
    }

    public static List<Posting> hold(long estimate) {
        return some(Kind.HOLD, LedgerAccount.AVAILABLE, LedgerAccount.HELD, estimate);
    }

    public static List<Posting> release(long held) {
        return some(Kind.RELEASE, LedgerAccount.HELD, LedgerAccount.AVAILABLE, held);
    }

    /** The gateway has a message: what it costs is spent, whatever was held for it. */
    public static List<Posting> settle(long held, long cost) {
        List<Posting> postings = new ArrayList<>();
        if (cost > held) postings.addAll(some(Kind.ADJUST, LedgerAccount.AVAILABLE, LedgerAccount.HELD, cost - held));
        if (cost < held) postings.addAll(some(Kind.ADJUST, LedgerAccount.HELD, LedgerAccount.AVAILABLE, held - cost));
        postings.addAll(some(Kind.CHARGE, LedgerAccount.HELD, LedgerAccount.SPENT, cost));
        return postings;
    }

    /** Something that nothing was held for. */
    public static List<Posting> spend(Kind kind, long cost) {
        return some(kind, LedgerAccount.AVAILABLE, LedgerAccount.SPENT, cost);
    }

    private static List<Posting> some(Kind kind, LedgerAccount from, LedgerAccount to, long amount) {
        return amount == 0 ? List.of() : List.of(new Posting(kind, from, to, amount));
    }
}
