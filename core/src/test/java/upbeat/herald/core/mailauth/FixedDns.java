package upbeat.herald.core.mailauth;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What DNS says, written down by a test. */
final class FixedDns implements DnsAnswers {
    private final Map<String, List<String>> records = new HashMap<>();
    boolean isAway;

    FixedDns add(String kind, String name, String... values) {
        records.computeIfAbsent(kind + " " + name, k -> new ArrayList<>()).addAll(List.of(values));
        return this;
    }

    private List<String> find(String kind, String name) {
        if (isAway) throw new UnavailableException("timed out");
        return records.getOrDefault(kind + " " + name, List.of());
    }

    @Override
    public List<String> findTexts(String name) {
        return find("TXT", name);
    }

    @Override
    public List<String> findAddresses(String name) {
        List<String> all = new ArrayList<>(find("A", name));
        all.addAll(find("AAAA", name));
        return all;
    }

    @Override
    public List<String> findMailServers(String name) {
        return find("MX", name);
    }
}
