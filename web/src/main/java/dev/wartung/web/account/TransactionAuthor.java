package dev.wartung.web.account;

import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionExecution;
import org.springframework.transaction.TransactionExecutionListener;

/**
 * Tells the database, at the start of every transaction that may change something, on whose behalf it is: the audit
 * trail, which the database writes, names them.
 */
@Component
class TransactionAuthor implements TransactionExecutionListener {

    private static final Logger LOG = LoggerFactory.getLogger(TransactionAuthor.class);

    private final ObjectProvider<JdbcTemplate> jdbc;

    /** @param jdbc asked for late: it is made after the transaction manager that this belongs to */
    TransactionAuthor(ObjectProvider<JdbcTemplate> jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * Never throws: the transaction has begun, and would stay bound to the thread. A statement that fails here, because
     * the connection is gone, has made the transaction useless to
     * the database; whatever is asked in it next fails, and is told.
     */
    @Override
    public void afterBegin(TransactionExecution transaction, @Nullable Throwable failure) {
        if (failure != null || transaction.isReadOnly()) {
            return;
        }
        try {
            if (transaction.getTransactionName().equals(SessionsInUse.SAVING)) {
                // when a session was last used need not survive a power cut, and requests would wait for the disk to
                // say so; asking here who is logged in would ask for the session again, without end
                jdbc.getObject().execute("set local synchronous_commit to off");
                return;
            }
            Authentication author = SecurityContextHolder.getContext().getAuthentication();
            if (author != null) {
                jdbc.getObject()
                        .queryForObject("select set_config('wartung.by', ?, true)", String.class, author.getName());
            }
        } catch (DataAccessException gone) {
            LOG.debug("a transaction began on a connection that is gone", gone);
        }
    }
}
