/**
 * The place Wording: what each notice says, in every language and to every variant, shown as it will be sent. A wording
 * belongs to its notice (the notice's body holds it); what is here besides is its history, blocks kept for use
 * elsewhere, and looking at it with real orders.
 */
package upbeat.herald.server.wording;
