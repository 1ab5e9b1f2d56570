package dev.wartung.web.sheet;

import org.springframework.data.repository.CrudRepository;

/** Every sheet a job was ever derived from. */
interface KeptSheets extends CrudRepository<KeptSheet, String> {}
