package upbeat.herald.server.simulation;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.InetAddress;
import java.net.URI;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * The test bench asks for no log-in, so it answers this machine only: calls from loopback, under a loopback name, and
 * not from another site's page.
 */
@Component
@Order(-200)
@ConditionalOnProperty("herald.demo")
class LoopbackFilter extends OncePerRequestFilter {
    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        // Decoded and normalised, as the controllers are found: /%62ench/clock is /bench/clock.
        String path = request.getServletPath();
        if (!path.startsWith("/bench/") && !path.equals("/bench")) {
            chain.doFilter(request, response);
            return;
        }
        String origin = request.getHeader("Origin");
        boolean fromHere = InetAddress.getByName(request.getRemoteAddr()).isLoopbackAddress()
                && local(request.getServerName())
                && (origin == null || local(host(origin)));
        if (fromHere) chain.doFilter(request, response);
        else response.sendError(404);
    }

    private static boolean local(@Nullable String name) {
        return "127.0.0.1".equals(name) || "localhost".equals(name) || "[::1]".equals(name);
    }

    private static @Nullable String host(String origin) {
        try {
            return URI.create(origin).getHost();
        } catch (IllegalArgumentException e) {
            return null;
        }
    }
}
