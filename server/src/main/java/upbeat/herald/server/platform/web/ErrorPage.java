package upbeat.herald.server.platform.web;

import jakarta.servlet.http.HttpServletRequest;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** What a person sees instead of a problem in JSON: a page with a way back. */
final class ErrorPage {
    private ErrorPage() {}

    /** True where the caller is a browser that shows pages. */
    static boolean isWanted(@Nullable HttpServletRequest request) {
        String accept = request == null ? null : request.getHeader(HttpHeaders.ACCEPT);
        return accept != null && accept.contains(MediaType.TEXT_HTML_VALUE);
    }

    static ResponseEntity<Object> render(int status) {
        String title = status == 404 ? "There is no page here" : "This didn't work";
        String text = status == 404
                ? "The address may be mistyped, or the page was moved."
                : "Try again in a moment. If it happens again, tell whoever runs Upbeat Herald.";
        String html = "<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" "
                + "content=\"width=device-width, initial-scale=1\"><title>" + title + " · Upbeat Herald</title><style>"
                + "body{margin:0;background:#fbf8f1;color:#2d2142;font:17px/1.5 Verdana,Geneva,sans-serif}"
                + "main{max-width:30rem;margin:12vh auto;padding:1.6rem}a{color:#2d2142}</style></head><body><main><h1>"
                + title + "</h1><p>" + text + "</p><p><a href=\"/\">Open Upbeat Herald</a></p></main></body></html>";
        return ResponseEntity.status(status)
                .contentType(new MediaType("text", "html", StandardCharsets.UTF_8))
                .body(html);
    }
}
