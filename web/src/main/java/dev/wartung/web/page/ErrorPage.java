package dev.wartung.web.page;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.RequestMapping;

/** The page shown when something is not there, not allowed, or broken. */
@Controller
class ErrorPage implements ErrorController {

    /** The JSON interface is answered with a problem detail, a browser with a page. */
    @RequestMapping("/error")
    Object error(HttpServletRequest request, Model model) {
        int status = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE) instanceof Integer code ? code : 500;
        if (request.getAttribute(RequestDispatcher.ERROR_REQUEST_URI) instanceof String uri
                && uri.startsWith("/api/")) {
            return ResponseEntity.status(status)
                    .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                    .body(ProblemDetail.forStatus(status));
        }
        model.addAttribute("status", status);
        model.addAttribute(
                "say",
                switch (status) {
                    case 400 -> "That address or entry could not be understood";
                    case 403 -> "Your role does not allow this";
                    case 404 -> "There is nothing here";
                    case 409 -> "Somebody else changed this at the same moment";
                    case 405 -> "That cannot be done this way";
                    default -> status >= 500 ? "Something broke on our side" : "That did not work";
                });
        model.addAttribute(
                "next",
                switch (status) {
                    case 403 -> "Ask a planner or an administrator, or log in as somebody who may.";
                    case 409 -> "What they did is kept. Go back, look at it as it is now, and try again.";
                    case 404 -> "Check the number, or look the valve up by its tag with the search above.";
                    default -> status >= 500
                            ? "Nothing that was confirmed is lost. Go back and try again."
                            : "Go back and try again.";
                });
        return "error";
    }
}
