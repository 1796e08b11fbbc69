/** Lists as files: sheets that any program reads, and how far the writing of one has come. */
@NullMarked
package upbeat.herald.server.platform.sheet;

import org.jspecify.annotations.NullMarked;
