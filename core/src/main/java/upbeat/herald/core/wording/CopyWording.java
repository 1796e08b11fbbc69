package upbeat.herald.core.wording;

import java.util.List;
import java.util.stream.Collectors;
import upbeat.herald.core.plan.Block;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Wording;

/** A wording taken over to another place; between channels its words are taken and its looks are left. */
public final class CopyWording {
    private CopyWording() {}

    public static Wording to(Channel to, Channel from, Wording w) {
        if (to == from) return w;
        if (to == Channel.EMAIL)
            return new Wording(
                    "{{brand.name}}: {{order.number}}",
                    null,
                    null,
                    List.of(Block.text(RichText.ofPlain(w.text()))),
                    null,
                    null,
                    null,
                    null,
                    w.buttons());
        String text = from == Channel.EMAIL ? words(w) : w.text();
        return new Wording(null, text, null, null, null, null, null, null, w.buttons());
    }

    /** The words of an e-mail without lists, panels and buttons. */
    private static String words(Wording mail) {
        if (mail.html() != null && !mail.html().isBlank())
            return RichText.plainOfHtml(mail.html()).strip();
        return MailBlocks.flat(MailBlocks.of(mail)).stream()
                .map(b -> switch (Block.Kind.of(b.kind())) {
                    case HEADING -> b.text();
                    case TEXT, DELAY -> RichText.plain(b.text()).strip();
                    default -> "";
                })
                .filter(s -> !s.isBlank())
                .collect(Collectors.joining("\n\n"));
    }
}
