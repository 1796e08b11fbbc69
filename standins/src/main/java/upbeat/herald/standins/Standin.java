package upbeat.herald.standins;

/** One server of the outside world; it keeps its port over stops and starts. */
public interface Standin {
    int port();

    boolean running();

    void start();

    /** Closes the port and all open connections, as a machine that fails would. */
    void stop();
}
