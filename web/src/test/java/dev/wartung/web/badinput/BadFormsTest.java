package dev.wartung.web.badinput;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.request;

import dev.wartung.web.account.Role;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.demo.LoadedDemo;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.context.ApplicationContext;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpMethod;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.AbstractMockHttpServletRequestBuilder;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Every address there is, with every field it knows, sent what nobody would type: always an answer in words, never an
 * error of ours, nothing drawn unescaped. What a request sends
 * follows from the seed, its address and its number alone; one that broke something is sent again with
 * {@code -Dwartung.badinput.case="POST /site 7"}.
 */
@ExtendWith(RunningApplication.class)
class BadFormsTest {

    private static final long SEED = Long.getLong("wartung.badinput.seed", 20261125);
    private static final int EACH = Integer.getInteger("wartung.badinput.each", 22);
    /** One request alone; empty for all. */
    private static final String CASE = System.getProperty("wartung.badinput.case", "");

    private static final String[] EVERYBODY =
            Arrays.stream(Role.values()).map(Enum::name).toArray(String[]::new);

    private final ApplicationContext context;
    private final MockMvc web;
    private final JdbcTemplate jdbc;
    /** What chance decides of the request at hand. */
    private Nasty nasty = new Nasty(SEED);
    /** What may stand in an address, by the name it has there. */
    private final TreeMap<String, List<String>> places = new TreeMap<>();

    BadFormsTest(ApplicationContext context, MockMvc web, JdbcTemplate jdbc) {
        this.context = context;
        this.web = web;
        this.jdbc = jdbc;
    }

    private record Handled(String pattern, HttpMethod method, List<String> fields, List<String> files) {}

    @Test
    @DisplayName("Thousands of requests to every address: never a 5xx, a stack trace or an element that was typed")
    void everyAddress() throws Exception {
        LoadedDemo.in(context);
        plantMarks();
        learnPlaces();
        Set<String> typed = fieldsOfTemplates();
        assertThat(typed).hasSizeGreaterThan(90);
        List<Handled> all = handled();
        assertThat(all).hasSizeGreaterThan(130);
        List<String> broken = new ArrayList<>();
        int sent = 0;
        int understood = 0;
        for (Handled one : all) {
            for (int i = 0; i < EACH; i++) {
                String name = one.method() + " " + one.pattern() + " " + i;
                if (!CASE.isEmpty() && !CASE.equals(name)) {
                    continue;
                }
                nasty = new Nasty(SEED ^ ((long) name.hashCode() << 20));
                Sent it = send(name, one, List.copyOf(typed));
                sent++;
                understood += it.status() < 400 ? 1 : 0;
                if (it.isBroken()) {
                    broken.add(it.toString());
                }
            }
        }
        System.out.printf(
                "bad forms: seed %d, %d sent to %d addresses, %d led somewhere%n", SEED, sent, all.size(), understood);
        assertThat(broken)
                .as("seed %d; one alone: -Dwartung.badinput.case=\"...\" with what stands before the arrow", SEED)
                .isEmpty();
        if (CASE.isEmpty()) {
            assertThat(understood)
                    .as("what is only refused at the door tests nothing")
                    .isGreaterThan(sent / 4);
        }
    }

    private record Sent(String what, int status, String trouble) {
        boolean isBroken() {
            return !trouble.isEmpty();
        }
    }

    private Sent send(String name, Handled one, List<String> typed) {
        String path = filled(one.pattern());
        AbstractMockHttpServletRequestBuilder<?> request = one.files().isEmpty()
                ? request(one.method(), "/x")
                : multipart(one.method(), "/x")
                        .file(one.files().get(0), nasty.text().getBytes(StandardCharsets.UTF_8));
        request.uri(java.net.URI.create(path))
                .with(user("ivarga").roles(EVERYBODY))
                .with(csrf());
        TreeMap<String, String> fields = new TreeMap<>();
        one.fields().stream()
                .filter(f -> nasty.chance(85))
                .forEach(f -> fields.put(
                        f,
                        f.equals("entryId") && nasty.chance(90) ? nasty.uuid().toString() : nasty.field()));
        for (int i = nasty.below(6); i > 0; i--) {
            fields.put(nasty.one(typed), nasty.field());
        }
        fields.forEach(request::param);
        if (nasty.chance(20)) {
            request.header("HX-Request", "true");
        }
        String what = name + " -> " + path + " " + shortened(fields.toString());
        try {
            MockHttpServletResponse answer = web.perform(request).andReturn().getResponse();
            String body = answer.getContentAsString();
            String trouble = answer.getStatus() >= 500 || answer.getStatus() == 409
                    ? "status " + answer.getStatus()
                    : isDrawn(answer) && body.contains(Nasty.MARK)
                            ? "drawn unescaped: " + around(body, Nasty.MARK)
                            : body.contains(Nasty.EXECUTED)
                                    ? "executed: " + around(body, Nasty.EXECUTED)
                                    : body.contains("\tat dev.wartung") || body.contains("Exception:")
                                            ? "a stack trace"
                                            : "";
            return new Sent(what, answer.getStatus(), trouble);
        } catch (Exception e) {
            Throwable last = e;
            while (last.getCause() != null) {
                last = last.getCause();
            }
            Throwable root = last;
            return new Sent(
                    what,
                    500,
                    root + " at "
                            + Arrays.stream(root.getStackTrace())
                                    .filter(f -> f.getClassName().startsWith("dev.wartung"))
                                    .findFirst()
                                    .or(() -> Arrays.stream(e.getStackTrace()).findFirst())
                                    .orElse(null));
        }
    }

    /** What a browser would make elements of; in a table or JSON that is given out a text stands as it is. */
    private static boolean isDrawn(MockHttpServletResponse answer) {
        String type = String.valueOf(answer.getContentType());
        return type.contains("html") || type.contains("svg");
    }

    private static String around(String body, String mark) {
        int at = body.indexOf(mark);
        return body.substring(Math.max(0, at - 80), Math.min(body.length(), at + 60));
    }

    private static String shortened(String text) {
        return text.length() > 600 ? text.substring(0, 600) + "…" : text;
    }

    /** The address with what is there, and sometimes with what is not. */
    private String filled(String pattern) {
        Matcher place =
                Pattern.compile("\\{([a-zA-Z]+)(:(?:[^{}]|\\{[^}]*})*)?}").matcher(pattern);
        StringBuilder path = new StringBuilder();
        while (place.find()) {
            String text =
                    nasty.chance(10) ? nasty.text() : nasty.one(places.getOrDefault(place.group(1), List.of("1", "2")));
            place.appendReplacement(
                    path,
                    Matcher.quoteReplacement(org.springframework.web.util.UriUtils.encodePathSegment(
                            text.isBlank() || text.contains("/") || text.startsWith(".") ? "x" : text,
                            StandardCharsets.UTF_8)));
        }
        return place.appendTail(path).toString();
    }

    /**
     * What is on record already is drawn by pages, pictures and lists, too: names, places, titles with an element in
     * them.
     */
    private void plantMarks() {
        String marked = "x\">" + Nasty.MARK;
        jdbc.update(
                "update valve set service = ?, line = ? where tag in (select tag from valve order by tag limit 6)",
                marked,
                marked);
        jdbc.update("update account set name = ? || ' ' || username, password_hash = ?", marked, TestSite.HASH);
        jdbc.update("update job set title = ? where state in ('PLANNED', 'RUNNING')", marked);
        jdbc.update("update lot set supplier = ?, lot = lot || ?", marked, Nasty.MARK);
        jdbc.update("update grease_tin set lot = lot || ?", Nasty.MARK);
        jdbc.update("update test_bench set name = ?", marked);
    }

    private void learnPlaces() {
        places.put("tag", jdbc.queryForList("select tag from valve order by tag limit 12", String.class));
        places.put(
                "number",
                jdbc.queryForList(
                        "(select number::text from job where state = 'RUNNING' order by number limit 4) union all (select number::text from job where state = 'CLOSED' order by number limit 4) union all (select number::text from job where state = 'PLANNED' order by number limit 4)",
                        String.class));
        places.put(
                "step",
                jdbc.queryForList(
                        "select distinct step_id from job_entry where step_id is not null order by step_id limit 40",
                        String.class));
        places.put(
                "part",
                jdbc.queryForList("select distinct part from fitted_part order by part limit 10", String.class));
        places.put("lot", jdbc.queryForList("select distinct lot from lot order by lot limit 10", String.class));
        places.put(
                "id",
                List.of(
                        "1",
                        "2",
                        "3",
                        "4",
                        "5",
                        "leak",
                        "torque",
                        "tolerance-stack",
                        "6f1c4a52-0000-4000-8000-000000000001"));
        places.put("username", List.of("moyel", "dfalk", "ivarga"));
        places.put("kind", List.of("valves", "lots", "cycles", "types", "site", "type"));
        places.put("dimension", List.of("TORQUE", "LENGTH"));
    }

    /** Names of fields as they stand in the pages. */
    private static Set<String> fieldsOfTemplates() throws IOException {
        Set<String> names = new TreeSet<>(List.of(
                "reading.torque",
                "reading.standout",
                "reason.torque",
                "lot.stem-seal",
                "have.stem-seal",
                "instead.lot.kit",
                "correct.reason",
                "fact.head"));
        try (Stream<Path> templates = Files.list(Path.of("src/main/resources/templates"))) {
            templates.forEach(t -> {
                try {
                    Matcher name =
                            Pattern.compile("\\bname=\"([a-zA-Z][\\w.-]*)\"").matcher(Files.readString(t));
                    while (name.find()) {
                        names.add(name.group(1));
                    }
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            });
        }
        return names;
    }

    private List<Handled> handled() {
        List<Handled> all = new ArrayList<>();
        context.getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .forEach((info, method) -> {
                    if (method.getBeanType().getName().startsWith("dev.wartung")
                            && !method.getBeanType().getSimpleName().equals("ErrorPage")) {
                        Set<RequestMethod> methods = info.getMethodsCondition().getMethods();
                        info.getPatternValues()
                                .forEach(p -> methods.forEach(m -> all.add(new Handled(
                                        p, m.asHttpMethod(), fields(method, false), fields(method, true)))));
                    }
                });
        all.sort(java.util.Comparator.comparing(Handled::toString));
        return all;
    }

    /** @param files those that take a file, or those that take a text */
    private static List<String> fields(HandlerMethod method, boolean files) {
        List<String> fields = new ArrayList<>();
        for (MethodParameter parameter : method.getMethodParameters()) {
            RequestParam named = parameter.getParameterAnnotation(RequestParam.class);
            if (named != null
                    && parameter.getGenericParameterType().getTypeName().contains("MultipartFile") == files) {
                fields.add(
                        named.name().isEmpty()
                                ? String.valueOf(parameter.getParameter().getName())
                                : named.name());
            }
        }
        return fields;
    }
}
