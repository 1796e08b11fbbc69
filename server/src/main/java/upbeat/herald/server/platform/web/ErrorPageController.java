package upbeat.herald.server.platform.web;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Where the server goes with what nobody handled: a page for people, a problem (RFC 9457) for machines. */
@RestController
@Hidden
class ErrorPageController implements ErrorController {
    @RequestMapping("/error")
    ResponseEntity<Object> show(HttpServletRequest request) {
        Object code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        int status = code instanceof Integer known ? known : HttpStatus.NOT_FOUND.value();
        if (ErrorPage.isWanted(request)) return ErrorPage.render(status);
        return ResponseEntity.status(status).body(ProblemDetail.forStatus(status));
    }
}
