package dev.wartung.web.qualify;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.web.util.HtmlUtils;

/** The made-up valve's job, from an empty site to its reviewed record, by people who are made up, too. */
final class ThroughTheInterface {

    private static final Pattern FIRST_PASSWORD = Pattern.compile("[a-z2-9]{4}(?:-[a-z2-9]{4}){3}");
    private static final Pattern DRAFT = Pattern.compile("/exchange/([0-9a-f-]{36})/take-in");
    private static final Pattern THROUGH = Pattern.compile("name=\"through\" value=\"(\\d+)\"");
    private static final Pattern HASHED = Pattern.compile(
            "^\\[\\{\"hash\":\"([0-9a-f]{64})\",\"record\":(.*?)\\}(?:,\\{\"hash\"|\\]$)", Pattern.DOTALL);
    private static final String CHOSEN = "kettle under seventeen willows";
    private static final int TRIES = 5;

    private final String base;
    private final MadeUpWork work;

    ThroughTheInterface(String base, MadeUpWork work) {
        this.base = base;
        this.work = work;
    }

    /** @param first the first password of the administrator {@code inspector} */
    List<Check> walk(String first) {
        Check access = Check.of("Q-05", "Who may what, through the interface");
        Check job = Check.of("Q-06", "A made-up valve's job, through the interface");
        try {
            Visitor stranger = new Visitor(base, "nobody", "");
            for (String page : List.of("/", "/valves", "/records", "/records/audit", "/people")) {
                access.expect("Without logging in: " + page, "sent to log in", sentTo(stranger.get(page)));
            }
            Visitor administrator = settled("inspector", first);
            Visitor technician = hired(administrator, "Q. Technician", "q-technician", "TECHNICIAN");
            Visitor planner = hired(administrator, "Q. Planner", "q-planner", "PLANNER");
            Visitor reviewer = hired(administrator, "Q. Reviewer", "q-reviewer", "REVIEWER");
            access.expect(
                    "A technician asks for the accounts",
                    403,
                    technician.get("/people").statusCode());
            access.expect(
                    "An administrator plans work",
                    403,
                    administrator.post("/shutdowns", Map.of()).statusCode());
            access.expect(
                    "A form without its token",
                    403,
                    planner.withoutToken().post("/shutdowns", Map.of()).statusCode());
            int number = planned(planner, job);
            worked(technician, number, job);
            closed(technician, number, access, job);
            reviewed(technician, reviewer, number, access, job);
            guessed(access);
        } catch (IOException | IllegalStateException e) {
            job.broken(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            job.broken(e);
        }
        return List.of(access, job);
    }

    private static String sentTo(HttpResponse<String> answer) {
        String to = answer.headers().firstValue("Location").orElse("");
        return answer.statusCode() == 302 && to.endsWith("/login") ? "sent to log in" : answer.statusCode() + " " + to;
    }

    private Visitor settled(String name, String first) throws IOException, InterruptedException {
        Visitor fresh = new Visitor(base, name, first);
        fresh.login();
        fresh.post("/me/password", Map.of("before", first, "wanted", CHOSEN, "again", CHOSEN));
        Visitor settled = new Visitor(base, name, CHOSEN);
        settled.login();
        return settled;
    }

    private Visitor hired(Visitor administrator, String name, String username, String role)
            throws IOException, InterruptedException {
        String page = administrator
                .post("/people", Map.of("name", name, "username", username, "role." + role, "yes"))
                .body();
        return settled(username, found(FIRST_PASSWORD, page, 0, "a first password for " + username));
    }

    private static String found(Pattern what, String page, int group, String meant) {
        Matcher found = what.matcher(page);
        if (!found.find()) {
            throw new IllegalStateException("the page shows no " + meant);
        }
        return found.group(group);
    }

    private int planned(Visitor planner, Check job) throws IOException, InterruptedException {
        String checked = planner.upload("/exchange", Map.of("kind", "valves"), "valves.csv", work.list())
                .body();
        String draft = found(DRAFT, checked, 1, "valve to take in");
        planner.post("/exchange/" + draft + "/take-in", Map.of());
        String tag = String.valueOf(work.valve().get("tag"));
        for (int i = 0; i < 100 && planner.get("/valves/" + tag).statusCode() != 200; i++) {
            Thread.sleep(100);
        }
        job.expect(
                "The valve was taken in from a list",
                200,
                planner.get("/valves/" + tag).statusCode());
        String to = planner.post(
                        "/valves/" + tag + "/plan",
                        Map.of("entryId", UUID.randomUUID().toString(), "work", work.work(), "due", "2199-01-01"))
                .headers()
                .firstValue("Location")
                .orElse("");
        if (!to.matches(".*/jobs/\\d+")) {
            throw new IllegalStateException("the work was not planned: " + to);
        }
        return Integer.parseInt(to.replaceAll("\\D", ""));
    }

    private void worked(Visitor technician, int number, Check job) throws IOException, InterruptedException {
        String at = "/jobs/" + number;
        technician.post(at + "/start", Map.of("entryId", UUID.randomUUID().toString()));
        for (MadeUpWork.Done step : work.steps()) {
            String says = shown(technician.get(at));
            job.expect("Step " + step.step(), step.says(), says.contains(step.says()) ? step.says() : "another step");
            if (!step.wrong().isEmpty()) {
                Map<String, String> wrong = new HashMap<>(step.typed());
                wrong.putAll(step.wrong());
                String told = shown(technician.post(at + "/steps/" + step.step(), entry(wrong)));
                job.expect(
                        String.join(", ", step.wrong().values()),
                        step.refused(),
                        told.contains(step.refused()) ? step.refused() : "something else was said");
                job.expect("The step stays", "yes", shown(technician.get(at)).contains(step.says()) ? "yes" : "no");
            }
            technician.post(at + "/steps/" + step.step(), entry(step.typed()));
        }
    }

    /** What a page shows, as a reader sees it. */
    static String shown(HttpResponse<String> page) {
        return HtmlUtils.htmlUnescape(page.body().replaceAll("(?s)<[^>]*>", "")).replaceAll("\\s+", " ");
    }

    private static Map<String, String> entry(Map<String, String> typed) {
        Map<String, String> fields = new HashMap<>(typed);
        fields.put("entryId", UUID.randomUUID().toString());
        return fields;
    }

    private static void closed(Visitor technician, int number, Check access, Check job)
            throws IOException, InterruptedException {
        String at = "/jobs/" + number + "/close";
        Map<String, String> closing = Map.of("bin", "4", "bag", "0", "left", "scrapped", "remark", "");
        Map<String, String> wrong = new HashMap<>(closing);
        wrong.put("password", "not the password at all");
        technician.post(at, entry(wrong));
        access.expect("Closed with a wrong password", "not closed", closed(technician.get("/records/" + number)));
        Map<String, String> miscounted = new HashMap<>(closing);
        miscounted.put("bin", "3");
        miscounted.put("password", CHOSEN);
        technician.post(at, entry(miscounted));
        job.expect("Closed with a seal too few in the bin", "not closed", closed(technician.get("/records/" + number)));
        Map<String, String> right = new HashMap<>(closing);
        right.put("password", CHOSEN);
        technician.post(at, entry(right));
        job.expect("Closed with all four old seals, signed", "closed", closed(technician.get("/records/" + number)));
    }

    private static String closed(HttpResponse<String> record) {
        return record.statusCode() == 200 ? "closed" : "not closed";
    }

    private static void reviewed(Visitor technician, Visitor reviewer, int number, Check access, Check job)
            throws IOException, InterruptedException {
        String at = "/records/" + number;
        String json = technician.get(at + ".json").body();
        Matcher hashed = HASHED.matcher(json);
        boolean same = hashed.find() && DigestUtils.sha256Hex(hashed.group(2)).equals(hashed.group(1));
        job.expect("SHA-256 of the record is its hash", "yes", same ? "yes" : "no");
        String report = shown(technician.get(at));
        for (String said : List.of("52 N·m", "13 N·m", "Q. Technician")) {
            job.expect("The report says", said, report.contains(said) ? said : "it does not");
        }
        job.expect(
                "The report as a PDF",
                "application/pdf",
                technician.get(at + ".pdf").headers().firstValue("Content-Type").orElse("none"));
        access.expect(
                "Who did the work reviews it",
                403,
                technician.post(at + "/review", Map.of("password", CHOSEN)).statusCode());
        String through = found(THROUGH, reviewer.get(at).body(), 1, "review to sign");
        reviewer.post(at + "/review", Map.of("password", CHOSEN, "remark", "as expected", "through", through));
        job.expect(
                "Reviewed by somebody else, signed",
                "yes",
                shown(reviewer.get(at)).contains("Q. Reviewer reviewed the record") ? "yes" : "no");
    }

    /** Last: nobody comes in by this name from here any more for a while. */
    private void guessed(Check access) throws IOException, InterruptedException {
        for (int i = 0; i < TRIES; i++) {
            access.expect("Wrong password " + (i + 1), "refused", login("guess number " + i));
        }
        access.expect("The right one after " + TRIES + " wrong ones", "refused", login(CHOSEN));
    }

    private String login(String password) throws IOException, InterruptedException {
        try {
            new Visitor(base, "q-planner", password).login();
            return "let in";
        } catch (IllegalStateException e) {
            return "refused";
        }
    }
}
