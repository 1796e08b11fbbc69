package upbeat.herald.core.notice;

/** Why something was not sent, in words a coordinator can read; every no has one. */
public record Reason(Code code, String text) {

    /** What kind of no it is. */
    public enum Code {
        /** The notice is switched off or still a draft. */
        NOT_LIVE(false),
        /** The notice is for others. */
        NOT_FOR(false),
        /** The same thing was said before. */
        ALREADY_SAID(false),
        /** The notice is for the whole order, and some of it isn't there yet. */
        NOT_WHOLE(false),
        /** The notice is for a part of the order, and all of it is there: so it is with most orders. */
        NOT_PART(false),
        /** Another channel is asked first; this one stands by. */
        STANDS_BY(false),
        /** The event is older than the notice's age limit. */
        TOO_OLD(true),
        /** The parcel or the order is further on by now. */
        OVERTAKEN(true),
        /** What ends its series has happened, see {@link Series}. */
        SERIES_ENDED(true),
        /** The customer answered already. */
        ANSWERED(true),
        NO_ADDRESS(true),
        NO_CONSENT(true),
        /** The address is on the stop list. */
        STOPPED(true),
        NO_WORDING(true),
        /** The send window is never open on all clocks that the customer may live by. */
        NO_COMMON_HOUR(true),
        /** The customer is sent enough on this day, see {@link DailyLimit}. */
        DAILY_LIMIT(true),
        /** The credit doesn't cover it. */
        NO_CREDIT(true),
        /** As many messages as the month allows have gone out. */
        MONTH_LIMIT(true),
        /** A field of the wording has no value. */
        FIELD_EMPTY(true),
        /** Something about it could not be worked out, however often it was tried. */
        BROKEN(true),
        /** A person decided that nothing goes out. */
        QUIET(true),
        /** The notice, or its order, is gone. */
        GONE(true);

        private final boolean isNoteworthy;

        Code(boolean meant) {
            this.isNoteworthy = meant;
        }

        /** True where another channel may still reach the customer. */
        public boolean isOfChannel() {
            return switch (this) {
                case NO_ADDRESS, NO_CONSENT, STOPPED, NO_WORDING, NO_CREDIT, MONTH_LIMIT -> true;
                default -> false;
            };
        }

        /**
         * True where the notice was meant for this customer and something kept it back: worth a line in the order's
         * timeline.
         */
        public boolean isNoteworthy() {
            return isNoteworthy;
        }
    }
}
