/**
 * Other systems that are told of stages, messages and answers: each gets what happened, in its order, by signed calls.
 *
 * <p>Not here: noting what happened, which triggers of the database do within the transaction of the fact.
 */
@NullMarked
package upbeat.herald.server.subscriber;

import org.jspecify.annotations.NullMarked;
