package dev.wartung.web.page;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;

/** Two people changed the same thing at the same moment: the second is told, and nothing of the first's is lost. */
@ControllerAdvice
class Conflicts {

    @ExceptionHandler({ConcurrencyFailureException.class, DataIntegrityViolationException.class})
    void conflict(HttpServletResponse response) throws IOException {
        response.sendError(HttpServletResponse.SC_CONFLICT);
    }
}
