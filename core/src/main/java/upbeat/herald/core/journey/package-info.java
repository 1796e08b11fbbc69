/** Orders, parcels, reports of stages, and the way they add up to. */
package upbeat.herald.core.journey;
