package upbeat.herald.server.platform.persistence;

import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Has the sentence printed instead of a stack trace. */
class DataFolderFailureAnalyzer extends AbstractFailureAnalyzer<DataFolderException> {
    @Override
    protected FailureAnalysis analyze(Throwable rootFailure, DataFolderException cause) {
        return new FailureAnalysis(cause.getMessage(), null, cause);
    }
}
