package upbeat.herald.core.audience.kind;

import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;

/** How many parcels an order leaves in, as far as is known. */
public final class ParcelsKind extends NumberKind {
    @Override
    public String code() {
        return "parcels";
    }

    @Override
    public String label() {
        return "Number of parcels";
    }

    @Override
    Integer valueOf(OrderFacts facts) {
        return facts.parcels();
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return rangeOf(condition)
                .describe(String::valueOf, "in %s or more parcels", "in up to %s parcels", "in %s to %s parcels");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return facts.parcels() == 0 ? "has no parcel yet" : "has " + count(facts.parcels(), "parcel", "parcels");
    }
}
