package dev.wartung.web.api;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Turns what goes wrong in the JSON interface into problem details. Nothing of the inside is told. */
@RestControllerAdvice(basePackageClasses = ApiProblems.class)
class ApiProblems extends ResponseEntityExceptionHandler {

    /** One reason beside one field. */
    record FieldReason(String field, String reason) {}

    @ExceptionHandler
    ProblemDetail refused(Refused refused) {
        ProblemDetail problem =
                ProblemDetail.forStatusAndDetail(HttpStatus.UNPROCESSABLE_CONTENT, refused.getMessage());
        problem.setTitle("Cannot be answered as asked");
        problem.setProperty(
                "errors",
                refused.reasons().entrySet().stream()
                        .map(e -> new FieldReason(e.getKey(), e.getValue()))
                        .toList());
        return problem;
    }

    @ExceptionHandler
    ProblemDetail notFound(NoSuchThing missing) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.NOT_FOUND, missing.getMessage());
    }

    @Override
    protected org.springframework.http.@Nullable ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e,
            org.springframework.http.HttpHeaders headers,
            org.springframework.http.HttpStatusCode status,
            org.springframework.web.context.request.WebRequest request) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(
                HttpStatus.BAD_REQUEST, "The body is not the JSON that is described in /api/v1/openapi.");
        problem.setProperty("errors", List.of());
        return handleExceptionInternal(e, problem, headers, status, request);
    }
}
