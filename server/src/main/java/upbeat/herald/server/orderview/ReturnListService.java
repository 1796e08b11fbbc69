package upbeat.herald.server.orderview;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.orderview.ReturnListRepository.ReturnCounts;
import upbeat.herald.server.orderview.ReturnListRepository.ReturnLine;

/** What customers send back: what the team waits for, and all of it. */
@Service
class ReturnListService {
    private static final int PAGE = 60;
    private static final int LAST_PAGE = 10_000;

    private final ReturnListRepository returns;
    private final CarrierRepository carriers;
    private final JdbcClient reader;

    ReturnListService(ReturnListRepository returns, CarrierRepository carriers, JdbcClient reader) {
        this.returns = returns;
        this.carriers = carriers;
        this.reader = reader;
    }

    /** @param number, stage, customer of the order */
    record ListedReturn(
            String shop,
            String number,
            String stage,
            @Nullable String customer,
            String carrierName,
            OrderView.ReturnView content) {}

    /** @param more true where there is a further page */
    record ReturnList(ReturnCounts counts, List<ListedReturn> rows, boolean more) {}

    ReturnList list(boolean isAll, @Nullable Integer page) {
        int at = page == null ? 0 : Math.max(0, Math.min(page, LAST_PAGE));
        List<ReturnLine> found = returns.find(reader, !isAll, PAGE + 1, at * PAGE);
        return new ReturnList(
                returns.count(reader),
                found.stream().limit(PAGE).map(this::line).toList(),
                found.size() > PAGE);
    }

    private ListedReturn line(ReturnLine l) {
        String carrier = l.row().content().label().carrier();
        return new ListedReturn(
                l.shop(),
                l.orderNumber(),
                l.stage(),
                l.customer(),
                carriers.find(reader, carrier).map(c -> c.name()).orElse(carrier),
                OrderView.ReturnView.of(l.row().content()));
    }
}
