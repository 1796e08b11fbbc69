package upbeat.herald.server.delivery.letter;

import upbeat.herald.server.channel.ChannelPreview;

/** @param lines that the letter has below its address */
record LetterPreview(int lines) implements ChannelPreview {}
