package dev.wartung.web.api;

import dev.wartung.core.text.PlainText;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.databind.DatabindException;

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
        problem.setProperty("errors", wrongShape(e));
        return handleExceptionInternal(e, problem, headers, status, request);
    }

    /** The field whose value has another shape than is asked for; none where the body is no JSON at all. */
    private static List<FieldReason> wrongShape(HttpMessageNotReadableException e) {
        if (!(e.getCause() instanceof DatabindException wrong)
                || wrong.getPath().isEmpty()) {
            return List.of();
        }
        String field = wrong.getPath().stream()
                .map(step -> step.getPropertyName() == null ? String.valueOf(step.getIndex()) : step.getPropertyName())
                .collect(Collectors.joining("."));
        return List.of(new FieldReason(
                PlainText.shown(field), "It has another shape than is asked for, or a day that the calendar has not."));
    }
}
