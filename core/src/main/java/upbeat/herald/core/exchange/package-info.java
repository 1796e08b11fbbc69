/** Sheets and documents turned into facts. */
package upbeat.herald.core.exchange;
