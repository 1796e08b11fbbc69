package upbeat.herald.server.platform.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Limits request bodies by address: 16 MB of scans, 5 MB of a shop's request or a plan, 1 MB of anything else that is
 * not a file. Counts what really comes, whatever the headers say.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class BodyLimitFilter extends OncePerRequestFilter {
    private static final long SCANS = 16L << 20;
    private static final long SHOP = 5L << 20;
    private static final long PLAN = 5L << 20;
    private static final long OTHER = 1L << 20;

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String type = request.getContentType();
        if (type != null && type.startsWith("multipart/")) {
            chain.doFilter(request, response);
            return;
        }
        String path = request.getRequestURI();
        long limit = path.startsWith("/api/v1/scans")
                ? SCANS
                : path.startsWith("/doors/shops/") || path.startsWith("/ui/shops/")
                        ? SHOP
                        : path.startsWith("/ui/plan/file") ? PLAN : OTHER;
        if (request.getContentLengthLong() > limit) {
            response.setStatus(413);
            response.setContentType("application/problem+json");
            response.getWriter()
                    .write("{\"title\":\"Too large\",\"status\":413,\"detail\":\""
                            + new BodyTooLargeException(limit).getMessage() + "\"}");
            return;
        }
        chain.doFilter(new Counted(request, limit), response);
    }

    private static final class Counted extends HttpServletRequestWrapper {
        private final long limit;

        Counted(HttpServletRequest request, long limit) {
            super(request);
            this.limit = limit;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            ServletInputStream in = super.getInputStream();
            return new ServletInputStream() {
                private long read;

                private int count(int n) throws IOException {
                    if (n > 0) read += n;
                    if (read > limit) throw new BodyTooLargeException(limit);
                    return n;
                }

                @Override
                public int read() throws IOException {
                    int b = in.read();
                    count(b < 0 ? 0 : 1);
                    return b;
                }

                @Override
                public int read(byte[] to, int from, int most) throws IOException {
                    return count(in.read(to, from, most));
                }

                @Override
                public boolean isFinished() {
                    return in.isFinished();
                }

                @Override
                public boolean isReady() {
                    return in.isReady();
                }

                @Override
                public void setReadListener(ReadListener listener) {
                    in.setReadListener(listener);
                }
            };
        }
    }
}
