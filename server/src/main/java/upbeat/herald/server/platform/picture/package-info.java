/**
 * Uploaded pictures, decoded and written anew.
 *
 * <p>Not here: where a picture is used.
 */
package upbeat.herald.server.platform.picture;
