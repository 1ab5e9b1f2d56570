/**
 * A stand-in for a workshop test bench: regulated air, pilot valve, travel, end switches, decay chamber, and a control
 * head, over Modbus TCP. The register map is in docs/test-bench.md.
 */
@NullMarked
package dev.wartung.bench;

import org.jspecify.annotations.NullMarked;
