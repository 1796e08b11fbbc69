/** Notices and the one decision about who hears what, when. */
package upbeat.herald.core.plan;
