"""What the launcher says when something is wrong."""
