package upbeat.herald.core.audience.kind;

import upbeat.herald.core.HeraldException;
import upbeat.herald.core.audience.ValueEntry;

/** Kinds that count something. */
abstract class NumberKind extends RangeKind<Integer> {
    private static final int MOST = 1_000_000;

    @Override
    public ValueEntry entry() {
        return ValueEntry.NUMBERS;
    }

    @Override
    Integer parseEnd(String text) {
        try {
            int number = Integer.parseInt(text);
            if (number >= 0 && number <= MOST) return number;
        } catch (NumberFormatException e) {
            // said below
        }
        throw new HeraldException(null, "Enter a whole number from 0 to 1,000,000");
    }

    static String count(int number, String one, String many) {
        return number + " " + (number == 1 ? one : many);
    }
}
