package upbeat.herald.core.wording.template;

import upbeat.herald.core.HeraldException;

/**
 * A field of a wording has no value for this order and no fallback: the message is held, so that no hole reaches a
 * customer.
 */
public final class EmptyFieldException extends HeraldException {
    EmptyFieldException(String field) {
        super(field, "The field " + field + " is empty. Add text to use instead, or complete the order or the brand");
    }
}
