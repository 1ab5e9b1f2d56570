package dev.wartung.web.site;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Before a request is answered the plant's zone is known: also where another instance has changed it. */
@Component
class PlantTime extends OncePerRequestFilter {

    private final PlantClock clock;

    PlantTime(PlantClock clock) {
        this.clock = clock;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            clock.look();
        } catch (DataAccessException e) {
            // whoever needs the database says so; the zone stays what it was
        }
        chain.doFilter(request, response);
    }
}
