"""Sets Snabo up on a fresh machine and runs it; standard library only."""
