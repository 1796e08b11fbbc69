package upbeat.herald.core.wording;

import upbeat.herald.core.Texts;

/** A wording taken over to another place; between channels its words are taken and its looks are left. */
public final class WordingCopy {
    private WordingCopy() {}

    public static Wording copy(Channel to, Channel from, Wording wording) {
        return to.equals(from) ? wording : to.fromPlainText(Texts.orEmpty(from.plainText(wording)), wording.buttons());
    }
}
