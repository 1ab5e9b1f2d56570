package dev.wartung.web.account;

import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionExecution;
import org.springframework.transaction.TransactionExecutionListener;

/** Tells the database, at the start of every transaction that may change something, on whose behalf it is: the audit trail, which the database writes, names them. */
@Component
class TransactionAuthor implements TransactionExecutionListener {

    private final ObjectProvider<JdbcTemplate> jdbc;

    /** @param jdbc asked for late: it is made after the transaction manager that this belongs to */
    TransactionAuthor(ObjectProvider<JdbcTemplate> jdbc) {
        this.jdbc = jdbc;
    }

    /** Transactions without a name are the session store's own: asking there who is logged in would ask the store again, without end. */
    @Override
    public void afterBegin(TransactionExecution transaction, @Nullable Throwable failure) {
        if (transaction.getTransactionName().isEmpty()) {
            if (failure == null && !transaction.isReadOnly()) {
                // when a session was last used need not survive a power cut, and every request would wait for the disk to say so
                jdbc.getObject().execute("set local synchronous_commit to off");
            }
            return;
        }
        Authentication author = SecurityContextHolder.getContext().getAuthentication();
        if (failure == null && !transaction.isReadOnly() && author != null) {
            jdbc.getObject().queryForObject("select set_config('wartung.by', ?, true)", String.class, author.getName());
        }
    }
}
