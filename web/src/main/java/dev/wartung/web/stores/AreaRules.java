package dev.wartung.web.stores;

import org.springframework.data.jpa.repository.JpaRepository;

/** What areas ask for, by area. */
interface AreaRules extends JpaRepository<AreaRule, String> {}
