package upbeat.herald.server.customerpage;

import java.nio.charset.StandardCharsets;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import upbeat.herald.core.tracking.PageFrame;
import upbeat.herald.core.wording.Brand;

/** The pages that customers see beside those of an order: each says one thing. */
final class CustomerPage {
    /** Whoever calls too often isn't asked to call by telephone too. */
    private static final int TOO_MANY = 429;

    private CustomerPage() {}

    /**
     * @param texts whose language the page is in
     * @param body HTML, escaped by the caller
     */
    static ResponseEntity<String> render(CustomerPageTexts texts, Brand brand, int status, String title, String body) {
        return ResponseEntity.status(status)
                .contentType(new MediaType("text", "html", StandardCharsets.UTF_8))
                .cacheControl(CacheControl.noStore())
                .body(PageFrame.wrapCard(texts.locale(), brand, title, body));
    }

    /** What went wrong, and whom to ask. @param key of its title and text */
    static ResponseEntity<String> problem(CustomerPageTexts texts, Brand brand, int status, String key) {
        return render(
                texts,
                brand,
                status,
                texts.plain(key + ".title"),
                "<p>" + texts.html(key + ".text") + "</p>" + (status == TOO_MANY ? "" : texts.contact(brand)));
    }

    static String escape(String text) {
        return PageFrame.escape(text);
    }
}
