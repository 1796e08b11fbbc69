package upbeat.herald.server.platform.security;

import io.github.bucket4j.Bucket;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Lets machines in by {@code Authorization: Bearer <key>}, each key up to 5,000 calls a second. */
final class ApiKeyFilter extends OncePerRequestFilter {
    private static final int CALLS_A_SECOND = 5_000;
    private final ApiKeyVerifier keys;
    private final Map<String, Bucket> buckets = new ConcurrentHashMap<>();

    ApiKeyFilter(ApiKeyVerifier keys) {
        this.keys = keys;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String header = request.getHeader("Authorization");
        Optional<ApiKeyVerifier.Holder> holder = header == null || !header.regionMatches(true, 0, "Bearer ", 0, 7)
                ? Optional.empty()
                : keys.findHolder(header.substring(7).strip());
        if (holder.isEmpty()) {
            refuse(response, 401, "Unauthorized", "Send a valid API key as Authorization: Bearer <key>");
            return;
        }
        Bucket bucket = buckets.computeIfAbsent(holder.get().name(), h -> Bucket.builder()
                .addLimit(l -> l.capacity(CALLS_A_SECOND).refillGreedy(CALLS_A_SECOND, Duration.ofSeconds(1)))
                .build());
        if (!bucket.tryConsume(1)) {
            response.setHeader("Retry-After", "1");
            refuse(
                    response,
                    429,
                    "Too many requests",
                    "This key allows " + CALLS_A_SECOND + " requests a second. Try again in a second");
            return;
        }
        SecurityContextHolder.getContext()
                .setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                        holder.get().name(),
                        null,
                        AuthorityUtils.createAuthorityList(holder.get().authorities())));
        chain.doFilter(request, response);
    }

    static void refuse(HttpServletResponse response, int status, String title, String detail) throws IOException {
        response.setStatus(status);
        if (status == 401) response.setHeader("WWW-Authenticate", "Bearer");
        response.setContentType("application/problem+json");
        response.getWriter()
                .write("{\"title\":\"" + title + "\",\"status\":" + status + ",\"detail\":\"" + detail + "\"}");
    }
}
