package dev.wartung.web.job.closing;

import dev.wartung.core.progress.Signature;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Signing;
import dev.wartung.web.job.JobView;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What is typed to close a job: the counts, a remark, the password that signs it, and a second person's name and
 * password where one has to agree.
 *
 * @param bin            old parts counted
 * @param bag            new parts left
 * @param left           what becomes of pieces that are left over: returned to the stores, or scrapped; empty where
 *     none is
 * @param remark         may be empty
 * @param password       of whoever closes
 * @param secondName     may be empty where nobody has to agree
 * @param secondPassword theirs
 */
record ClosingForm(
        String bin, String bag, String left, String remark, String password, String secondName, String secondPassword) {

    static final String LEFT = "left";
    private static final String RETURNED = "returned";
    private static final String SCRAPPED = "scrapped";

    static ClosingForm of(Map<String, String> typed) {
        return new ClosingForm(
                typed.getOrDefault("bin", ""),
                typed.getOrDefault("bag", ""),
                typed.getOrDefault(LEFT, ""),
                typed.getOrDefault("remark", ""),
                typed.getOrDefault(Signing.PASSWORD, ""),
                typed.getOrDefault(Signing.SECOND_NAME, ""),
                typed.getOrDefault(Signing.SECOND_PASSWORD, ""));
    }

    boolean returned() {
        return left.equals(RETURNED);
    }

    boolean decided() {
        return returned() || left.equals(SCRAPPED);
    }

    static Signature signature(Account by, String meaning, Instant at) {
        return new Signature(by.username(), by.name(), meaning, at);
    }

    /**
     * Why a second person has to sign: what was done cannot be told from the valve afterwards. Empty where one
     * signature will do.
     */
    static Optional<String> needsTwo(JobView view) {
        if (!view.progress().bench().configuration().equals(view.configuration())) {
            return Optional.of("This job made another valve of it.");
        }
        boolean against = view.progress().confirmed().stream()
                .flatMap(c -> c.answers().stream().filter(a -> c.step().asks().stream()
                        .anyMatch(ask -> ask.id().equals(a.ask()) && ask.critical())))
                .anyMatch(a -> !a.verdict().passed());
        return against ? Optional.of("A reading that matters stands outside its limits.") : Optional.empty();
    }

    /** The signatures under the job. What is wrong is put under the names of the fields; then none are of any use. */
    List<Signature> signed(JobView view, CurrentAccount current, Instant at, Map<String, String> troubles) {
        Map<String, String> wrong = new LinkedHashMap<>();
        List<Signature> signatures = new ArrayList<>();
        Optional<String> refused = current.refusesToSign(password);
        refused.ifPresentOrElse(
                why -> wrong.put(Signing.PASSWORD, why),
                () -> signatures.add(signature(current.get(), Signature.DONE, at)));
        if (needsTwo(view).isPresent()) {
            CurrentAccount.Second second = current.second(secondName, secondPassword, Signing.AGREES);
            second.who()
                    .ifPresentOrElse(
                            s -> signatures.add(signature(s, Signature.AGREED, at)),
                            () -> wrong.put(Signing.SECOND_NAME, second.trouble()));
        }
        troubles.putAll(wrong);
        return signatures;
    }
}
