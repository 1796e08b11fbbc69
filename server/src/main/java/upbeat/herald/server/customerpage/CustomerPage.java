package upbeat.herald.server.customerpage;

import java.nio.charset.StandardCharsets;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.util.HtmlUtils;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Brand;

/** The frame of the pages that customers see: the brand's name and colour, no script, nothing from elsewhere. */
final class CustomerPage {
    private static final String STYLE =
            "body{margin:0;background:#fbf8f1;color:#2d2142;font:17px/1.5 Verdana,Geneva,sans-serif}main{max-width:30rem;margin:8vh auto;padding:1.6rem;background:#fffdf8;border:1px solid #e4dccb;border-radius:10px}"
                    + ".brand{font-weight:700;margin:0 0 1rem}h1{font-size:1.4rem;margin:0 0 1rem}dt{color:#5d5272;font-size:.85rem}dd{margin:0 0 .7rem}a{color:#2d2142}.number{font:1.3rem Consolas,Menlo,monospace;user-select:all;overflow-wrap:anywhere}"
                    + "button,.main{font:inherit;font-weight:700;padding:.7rem 1.2rem;margin:.3rem .6rem .3rem 0;border-radius:8px;border:2px solid %1$s;cursor:pointer;min-height:48px}a.main{display:inline-block;box-sizing:border-box;text-decoration:none}.main{background:%3$s;color:%2$s}.other{background:#fff;color:#2d2142}form{margin:0 0 .6rem}form+form{border-top:1px solid #e4dccb;padding-top:.8rem}label{display:block;color:#5d5272;font-size:.9rem}input:not([type=hidden]){font:inherit;width:100%%;min-height:48px;box-sizing:border-box;padding:.5rem;margin:0 0 .8rem;border:1px solid #8a8199;border-radius:8px}textarea{font:inherit;width:100%%;box-sizing:border-box;padding:.5rem;border:1px solid #8a8199;border-radius:8px}summary{cursor:pointer;padding:.7rem 0;font-weight:700}.quote{border-left:3px solid #e4dccb;padding-left:.8rem;overflow-wrap:anywhere}:focus-visible{outline:3px solid #f0a128;outline-offset:2px}";

    /** Whoever calls too often isn't asked to call by telephone too. */
    private static final int TOO_MANY = 429;

    private CustomerPage() {}

    /**
     * @param texts whose language the page is in
     * @param body HTML, escaped by the caller
     */
    static ResponseEntity<String> render(CustomerPageTexts texts, Brand brand, int status, String title, String body) {
        String html = "<!doctype html><html lang=\"" + texts.locale().toLanguageTag()
                + "\" dir=\"ltr\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width, initial-scale=1\"><meta name=\"robots\" content=\"noindex\"><title>"
                + escape(title + " · " + brand.name()) + "</title><style>"
                + String.format(
                        STYLE, escape(brand.look().colour()), escape(brand.buttonText()), escape(brand.buttonGround()))
                + "</style></head><body><main><p class=\"brand\">" + escape(brand.name()) + "</p><h1>"
                + escape(title) + "</h1>" + body + "</main></body></html>";
        return ResponseEntity.status(status)
                .contentType(new MediaType("text", "html", StandardCharsets.UTF_8))
                .cacheControl(CacheControl.noStore())
                .body(html);
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
        return HtmlUtils.htmlEscape(Texts.removeDirectionControls(text), "UTF-8");
    }
}
