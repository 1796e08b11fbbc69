/**
 * What a customer answers, over any channel: stored once, with its tag, and with the effect on planned messages.
 *
 * <p>Not here: no page and no gateway; those call in.
 */
package upbeat.herald.server.answer;
