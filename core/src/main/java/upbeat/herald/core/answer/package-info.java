/** Signed links under the answer buttons. */
package upbeat.herald.core.answer;
