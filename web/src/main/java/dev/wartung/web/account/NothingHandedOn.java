package dev.wartung.web.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.FlashMap;
import org.springframework.web.servlet.FlashMapManager;

/** No page hands anything to the next one by way of the session: looking for it would look up everybody's each time. */
@Component("flashMapManager")
class NothingHandedOn implements FlashMapManager {

    @Override
    public @Nullable FlashMap retrieveAndUpdate(HttpServletRequest request, HttpServletResponse response) {
        return null;
    }

    @Override
    public void saveOutputFlashMap(FlashMap flashMap, HttpServletRequest request, HttpServletResponse response) {
        if (!flashMap.isEmpty()) {
            throw new UnsupportedOperationException("nothing is handed on: say it in the address");
        }
    }
}
