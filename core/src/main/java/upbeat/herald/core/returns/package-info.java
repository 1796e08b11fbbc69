/**
 * What customers send back: who may, until when, under which number, and what the scans of that number say. The pages
 * on which they ask for it are written here too; labels are drawn by the server.
 */
@NullMarked
package upbeat.herald.core.returns;

import org.jspecify.annotations.NullMarked;
