package upbeat.herald.server.brand;

import org.springframework.jdbc.core.simple.JdbcClient;

/** Called when the team's default language is about to change, within the transaction that changes it. */
public interface BrandChangeListener {
    /**
     * @param from,to BCP 47
     * @throws upbeat.herald.core.HeraldException where it may not change; the brand stays as it was
     */
    void defaultLanguageChanging(JdbcClient db, String from, String to);
}
