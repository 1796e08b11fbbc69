package upbeat.herald.server.desk;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.Texts;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.channel.GatewayAccounts;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.notice.NoticeTrialRepository;
import upbeat.herald.server.order.OrderRepository;

/** The way from an empty installation to the first message, each step ticked by what is really there. */
@Service
class FirstStepsService {
    private final OrderRepository orders;
    private final CarrierRepository carriers;
    private final BrandRepository brands;
    private final GatewayAccounts accounts;
    private final NoticeRepository notices;
    private final NoticeTrialRepository trials;
    private final JdbcClient reader;

    FirstStepsService(
            OrderRepository orders,
            CarrierRepository carriers,
            BrandRepository brands,
            GatewayAccounts accounts,
            NoticeRepository notices,
            NoticeTrialRepository trials,
            JdbcClient reader) {
        this.orders = orders;
        this.carriers = carriers;
        this.brands = brands;
        this.accounts = accounts;
        this.notices = notices;
        this.trials = trials;
        this.reader = reader;
    }

    /** What there is to do. The browser has the words and the way to each. */
    enum FirstStep {
        ORDERS,
        CARRIERS,
        SENDER,
        GATEWAYS,
        NOTICE,
        TRIAL,
        LIVE
    }

    /** @param missing what is left of a step that is begun, in words; empty where it is done or not begun */
    record StepState(FirstStep step, boolean done, List<String> missing) {}

    record FirstSteps(List<StepState> steps, boolean done) {}

    FirstSteps find() {
        List<Notice> all = notices.findAll(reader);
        List<String> ofSender = missingOfSender();
        List<StepState> steps = List.of(
                state(FirstStep.ORDERS, orders.hasAny(reader)),
                state(FirstStep.CARRIERS, !carriers.inUse(reader).isEmpty()),
                new StepState(FirstStep.SENDER, ofSender.isEmpty(), brands.isNamed(reader) ? ofSender : List.of()),
                state(FirstStep.GATEWAYS, Channel.all().stream().anyMatch(c -> accounts.findInUse(c)
                        .isPresent())),
                state(FirstStep.NOTICE, !all.isEmpty()),
                state(FirstStep.TRIAL, trials.hasAny(reader)),
                state(FirstStep.LIVE, all.stream().anyMatch(n -> n.state() == Notice.State.LIVE)));
        return new FirstSteps(steps, steps.stream().allMatch(StepState::done));
    }

    private static StepState state(FirstStep step, boolean done) {
        return new StepState(step, done, List.of());
    }

    private List<String> missingOfSender() {
        Brand brand = brands.get(reader);
        List<String> missing = new java.util.ArrayList<>();
        if (!brands.isNamed(reader)) missing.add("the sender’s name");
        if (!brands.isTeamSenderVerified(reader)) missing.add("a verified sender address");
        if (Texts.isBlank(brand.contact().postalAddress())) missing.add("the postal address");
        return List.copyOf(missing);
    }
}
