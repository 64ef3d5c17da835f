"""The menu app: what is eaten on which day, and what is to be bought for it."""
