/** Carriers: how their scans are read and where their tracking pages are. */
package upbeat.herald.core.carrier;
