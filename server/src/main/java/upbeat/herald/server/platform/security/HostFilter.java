package upbeat.herald.server.platform.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import upbeat.herald.server.platform.address.PublicAddress;

/**
 * Answers only under the names it is known by: that of the public address, localhost, and those of
 * {@code herald.allowed-hosts}. A page of somebody else's that has its own name point here (DNS rebinding) gets
 * nothing. An address instead of a name can't be rebound and is let in.
 */
@Component
@Order(-300)
class HostFilter extends OncePerRequestFilter {
    private static final Pattern ADDRESS = Pattern.compile("\\d{1,3}(\\.\\d{1,3}){3}|\\[[0-9a-f:.]+]");

    private final Set<String> names = new HashSet<>(Set.of("localhost"));

    private final PublicAddress address;

    HostFilter(PublicAddress address, @Value("${herald.allowed-hosts:}") String allowed) {
        this.address = address;
        Arrays.stream(allowed.split(","))
                .map(n -> n.strip().toLowerCase(Locale.ROOT))
                .filter(n -> !n.isEmpty())
                .forEach(names::add);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String name = String.valueOf(request.getServerName()).toLowerCase(Locale.ROOT);
        if (names.contains(name) || ADDRESS.matcher(name).matches() || isPublic(name)) {
            chain.doFilter(request, response);
            return;
        }
        response.setStatus(421); // Misdirected Request (RFC 9110, 15.5.20)
        response.setContentType("text/plain;charset=UTF-8");
        response.getWriter()
                .write(
                        "This address isn't one of Upbeat Herald's. Enter it in Setup, Public address, or ask the operator"
                                + " to add it to herald.allowed-hosts.");
    }

    private boolean isPublic(String name) {
        return address.host().filter(name::equalsIgnoreCase).isPresent();
    }
}
