"""What a command ends with."""

# A pipe that is closed ends it as the signal would (128 + 13), an interrupt too (128 + 2).
DONE, FAILED, REFUSED, NOT_READY, CLOSED, INTERRUPTED = 0, 1, 2, 3, 141, 130
