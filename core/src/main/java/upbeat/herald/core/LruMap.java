package upbeat.herald.core;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/** A map that forgets what was not asked for longest. Safe for many threads. */
public final class LruMap {
    private LruMap() {}

    /** @param most entries it holds */
    public static <K, V> Map<K, V> create(int most) {
        return Collections.synchronizedMap(new LinkedHashMap<>(16, 0.75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
                return size() > most;
            }
        });
    }
}
