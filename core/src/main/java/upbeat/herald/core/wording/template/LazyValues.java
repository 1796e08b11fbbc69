package upbeat.herald.core.wording.template;

import java.util.HashMap;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;

/**
 * Values of which most are never asked for: each is made when a template names it first. What comes to nothing is not
 * there.
 */
public final class LazyValues extends HashMap<String, Object> {
    private static final long serialVersionUID = 1;
    /** Room for the largest group of fields. */
    private static final int CAPACITY = 32;

    public LazyValues() {
        super(CAPACITY);
    }

    public void putLazily(String name, Supplier<Object> value) {
        super.put(name, value);
    }

    @Override
    public @Nullable Object put(String name, @Nullable Object value) {
        return value == null || value instanceof String s && Texts.isBlank(s) ? null : super.put(name, value);
    }

    @Override
    public @Nullable Object get(Object name) {
        Object value = super.get(name);
        if (!(value instanceof Supplier<?> later)) return value;
        Object made = later.get();
        super.put((String) name, made instanceof String s && Texts.isBlank(s) ? null : made);
        return super.get(name);
    }
}
