/**
 * The place Messages: the list of all messages with its filters and counts, one message as it was sent with all that
 * happened to it, what a person does about them, and their files.
 *
 * <p>Not here: the life of a message ({@code message}), and its way to the gateway ({@code delivery}).
 */
@NullMarked
package upbeat.herald.server.messageview;

import org.jspecify.annotations.NullMarked;
