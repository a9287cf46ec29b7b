"""Speed, printed as ratios to a peer. No test asserts a time."""
