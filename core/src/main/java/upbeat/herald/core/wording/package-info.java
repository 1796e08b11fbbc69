/** Fields, templates, and the messages that come out of them. */
package upbeat.herald.core.wording;
