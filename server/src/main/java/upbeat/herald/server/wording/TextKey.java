package upbeat.herald.server.wording;

import upbeat.herald.core.wording.Variant;

/** Which of a notice's texts: its channel, language (BCP 47) and variant. */
record TextKey(String channel, String language, Variant variant) {}
