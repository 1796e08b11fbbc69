package upbeat.herald.core.wording;

import upbeat.herald.core.HeraldException;

/**
 * A field of a wording has no value for this order and no fallback: the message is held, so that no hole reaches a
 * customer.
 */
public final class FieldEmpty extends HeraldException {
    FieldEmpty(String field) {
        super(
                field,
                "The field " + field
                        + " has no value for this order. Give it a fallback in the wording, or complete the order");
    }
}
