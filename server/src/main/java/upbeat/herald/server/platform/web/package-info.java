/**
 * What all web requests share: problems by RFC 9457, limits, the description of the API.
 *
 * <p>Not here: no address of a subject.
 */
package upbeat.herald.server.platform.web;
