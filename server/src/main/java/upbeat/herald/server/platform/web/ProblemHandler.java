package upbeat.herald.server.platform.web;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.MissingRequestHeaderException;
import org.springframework.web.bind.ServletRequestBindingException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.ServletWebRequest;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import org.springframework.web.servlet.resource.NoResourceFoundException;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.platform.persistence.DatabaseBusyException;

/**
 * Failures as problem documents (RFC 9457). {@code errors} lists the values at fault with their place in the caller's
 * data.
 */
@RestControllerAdvice
class ProblemHandler extends ResponseEntityExceptionHandler {

    @ExceptionHandler
    ProblemDetail handleValidation(ValidationException e) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
        problem.setTitle("Some values aren't valid");
        problem.setProperty("errors", e.errors());
        return problem;
    }

    @ExceptionHandler
    ProblemDetail notFound(NotFoundException e) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.NOT_FOUND, e.getMessage());
        problem.setTitle("Not found");
        return problem;
    }

    /** With the document as it stands, so that both can be compared (RFC 9110, 15.5.13). */
    @ExceptionHandler
    ResponseEntity<ProblemDetail> handleStale(StaleVersionException e) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.PRECONDITION_FAILED, e.getMessage());
        problem.setTitle("Changed meanwhile");
        problem.setProperty("version", e.version());
        problem.setProperty("current", e.current());
        return ResponseEntity.status(HttpStatus.PRECONDITION_FAILED)
                .eTag(e.version())
                .body(problem);
    }

    /** A save without the version it began from is refused (RFC 6585, 3). */
    @Override
    protected @Nullable ResponseEntity<Object> handleServletRequestBindingException(
            ServletRequestBindingException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        if (!(e instanceof MissingRequestHeaderException missing
                && missing.getHeaderName().equals(HttpHeaders.IF_MATCH)))
            return super.handleServletRequestBindingException(e, headers, status, request);
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(
                HttpStatus.PRECONDITION_REQUIRED,
                "Send the version you began from in the header If-Match, or * to replace whatever is there");
        problem.setTitle("Version missing");
        return ResponseEntity.status(HttpStatus.PRECONDITION_REQUIRED).body(problem);
    }

    @ExceptionHandler
    ProblemDetail handleHerald(HeraldException e) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
        problem.setTitle("Not possible");
        if (e.field() != null)
            problem.setProperty("errors", List.of(new ValidationException.FieldError(e.field(), e.getMessage())));
        return problem;
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> handleBusy(DatabaseBusyException e) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.SERVICE_UNAVAILABLE, e.getMessage());
        problem.setTitle("Busy");
        return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
                .header(HttpHeaders.RETRY_AFTER, "5")
                .body(problem);
    }

    @ExceptionHandler
    ProblemDetail handleTooMany(TooManyCallsException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.TOO_MANY_REQUESTS, e.getMessage());
    }

    /** A browser that was led to an address that isn't there shows a page, a machine gets a problem. */
    @Override
    protected @Nullable ResponseEntity<Object> handleNoResourceFoundException(
            NoResourceFoundException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return request instanceof ServletWebRequest web && ErrorPage.isWanted(web.getRequest())
                ? ErrorPage.render(status.value())
                : super.handleNoResourceFoundException(e, headers, status, request);
    }

    @ExceptionHandler
    ProblemDetail tooLarge(BodyTooLargeException e) {
        return large(e.getMessage());
    }

    @Override
    protected ResponseEntity<Object> handleMaxUploadSizeExceededException(
            MaxUploadSizeExceededException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        return ResponseEntity.status(HttpStatus.CONTENT_TOO_LARGE)
                .body(large("The file is larger than 20 MB. Split it and import the parts one by one"));
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable t = e; t != null; t = t.getCause()) {
            if (t instanceof BodyTooLargeException)
                return ResponseEntity.status(HttpStatus.CONTENT_TOO_LARGE).body(large(t.getMessage()));
            if (t instanceof tools.jackson.databind.DatabindException d
                    && !d.getPath().isEmpty()) {
                ProblemDetail problem = handleValidation(JsonErrors.toValidationException(d));
                problem.setStatus(HttpStatus.BAD_REQUEST);
                return ResponseEntity.badRequest().body(problem);
            }
        }
        String where =
                e.getMostSpecificCause() instanceof tools.jackson.core.JacksonException j && j.getLocation() != null
                        ? " (line " + j.getLocation().getLineNr() + ", column "
                                + j.getLocation().getColumnNr() + ")"
                        : "";
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(
                HttpStatus.BAD_REQUEST, "The request body doesn't have the expected JSON" + where);
        problem.setTitle("The request body can't be read");
        return ResponseEntity.badRequest().body(problem);
    }

    private static ProblemDetail large(@Nullable String detail) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.CONTENT_TOO_LARGE, detail);
        problem.setTitle("Too large");
        return problem;
    }
}
