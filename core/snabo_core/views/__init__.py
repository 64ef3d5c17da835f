"""What each screen gets: one file per answer, its types beside what builds it."""
