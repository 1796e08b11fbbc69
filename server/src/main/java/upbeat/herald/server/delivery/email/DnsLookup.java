package upbeat.herald.server.delivery.email;

import java.net.InetSocketAddress;
import java.net.UnknownHostException;
import java.time.Duration;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.xbill.DNS.AAAARecord;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.ExtendedResolver;
import org.xbill.DNS.Lookup;
import org.xbill.DNS.MXRecord;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.Resolver;
import org.xbill.DNS.SimpleResolver;
import org.xbill.DNS.TXTRecord;
import org.xbill.DNS.TextParseException;
import org.xbill.DNS.Type;
import upbeat.herald.core.mailauth.DnsAnswers;

/** Asks DNS: the resolvers of this machine, or the one that is configured. Nothing is kept, so that a change shows. */
@Component
class DnsLookup implements DnsAnswers {
    private static final Duration PATIENCE = Duration.ofSeconds(3);
    private static final int PORT = 53;

    private final String resolver;

    /** @param resolver an address, with a port where it isn't 53; empty for those of this machine */
    DnsLookup(@Value("${herald.dns.resolver:}") String resolver) {
        this.resolver = resolver;
    }

    @Override
    public List<String> findTexts(String name) {
        return find(name, Type.TXT)
                .map(r -> String.join("", ((TXTRecord) r).getStrings()))
                .toList();
    }

    @Override
    public List<String> findAddresses(String name) {
        return Stream.concat(
                        find(name, Type.A).map(r -> ((ARecord) r).getAddress().getHostAddress()),
                        find(name, Type.AAAA)
                                .map(r -> ((AAAARecord) r).getAddress().getHostAddress()))
                .toList();
    }

    @Override
    public List<String> findMailServers(String name) {
        return find(name, Type.MX)
                .map(MXRecord.class::cast)
                .sorted(Comparator.comparingInt(MXRecord::getPriority))
                .map(r -> r.getTarget().toString(true))
                .toList();
    }

    private Stream<Record> find(String name, int type) {
        Lookup lookup;
        try {
            lookup = new Lookup(Name.fromString(name, Name.root), type);
            lookup.setResolver(resolver());
        } catch (TextParseException e) {
            return Stream.empty(); // no name that DNS could know
        } catch (UnknownHostException e) {
            throw new UnavailableException("the resolver " + resolver + " isn't known");
        }
        lookup.setCache(null);
        lookup.setSearchPath(List.<Name>of());
        @Nullable Record[] found = lookup.run();
        return switch (lookup.getResult()) {
            case Lookup.SUCCESSFUL -> Arrays.stream(found);
            case Lookup.HOST_NOT_FOUND, Lookup.TYPE_NOT_FOUND -> Stream.empty();
            default -> throw new UnavailableException(name + ": " + lookup.getErrorString());
        };
    }

    private Resolver resolver() throws UnknownHostException {
        Resolver asked;
        if (resolver.isEmpty()) {
            asked = new ExtendedResolver();
        } else {
            int at = resolver.lastIndexOf(':');
            boolean hasPort = at > 0 && resolver.indexOf(':') == at;
            asked = new SimpleResolver(
                    hasPort
                            ? new InetSocketAddress(
                                    resolver.substring(0, at), Integer.parseInt(resolver.substring(at + 1)))
                            : new InetSocketAddress(resolver, PORT));
        }
        asked.setTimeout(PATIENCE);
        return asked;
    }
}
