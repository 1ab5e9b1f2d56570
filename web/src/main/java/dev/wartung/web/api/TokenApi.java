package dev.wartung.web.api;

import dev.wartung.web.account.TokenDesk;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** Exchanges name and password for a token. */
@RestController
@Tag(name = "Access")
class TokenApi {

    private final TokenDesk desk;

    TokenApi(TokenDesk desk) {
        this.desk = desk;
    }

    @PostMapping("/api/v1/token")
    @Operation(
            summary = "A token that stands for your name and password for eight hours",
            description = "Send it as “Authorization: Bearer …”. It is told once.")
    TokenDesk.Handed token() {
        return desk.hand();
    }
}
