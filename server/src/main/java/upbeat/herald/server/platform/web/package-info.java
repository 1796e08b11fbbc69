/**
 * What all web requests share: problems by RFC 9457, limits, the description of the API.
 *
 * <p>Not here: no address of a subject.
 */
@NullMarked
package upbeat.herald.server.platform.web;

import org.jspecify.annotations.NullMarked;
