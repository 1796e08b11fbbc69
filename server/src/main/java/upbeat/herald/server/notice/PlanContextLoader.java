package upbeat.herald.server.notice;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.carrier.CarrierRepository;

/** Looks up what a notice may refer to. */
@Component
public class PlanContextLoader {
    private final NoticeRepository notices;
    private final BrandRepository brands;
    private final CarrierRepository carriers;

    PlanContextLoader(NoticeRepository notices, BrandRepository brands, CarrierRepository carriers) {
        this.notices = notices;
        this.brands = brands;
        this.carriers = carriers;
    }

    public PlanContext load(JdbcClient db) {
        return PlanContext.of(
                brands.baseLanguage(db), carriers.findKeys(db), notices.findAll(db), notices.findSeries(db));
    }
}
