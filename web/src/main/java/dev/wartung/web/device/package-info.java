/** Devices of the workshop: the test bench over Modbus TCP, proving runs on it and by hand, and their traces. */
@NullMarked
package dev.wartung.web.device;

import org.jspecify.annotations.NullMarked;
