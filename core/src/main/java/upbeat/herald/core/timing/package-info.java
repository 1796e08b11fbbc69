/** Hours on the customer's clock. */
package upbeat.herald.core.timing;
