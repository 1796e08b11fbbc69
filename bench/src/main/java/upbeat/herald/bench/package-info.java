/**
 * Measurements, each as a ratio against a floor taken in the same run.
 *
 * <p>Not here: no test: a slow machine makes nothing red.
 */
package upbeat.herald.bench;
