"""What every command of the core says to `--help`: what it is for, and an example."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Sequence

EXAMPLE = "Example, on standard input:\n\n"


def told_how(about: str, example: str, arguments: Sequence[str] | None = None) -> None:
    """Print what a command is for and an example of its input, and end, where `--help` is asked.

    Args:
        about: the command's own description; its first line names the command.
        example: what can be given on standard input as it stands.
        arguments: those of the command line; anything but `--help` is refused with exit code 2.
    """
    first, _, rest = about.partition("\n")
    words, _, command = first.rstrip(".").partition(": ")
    argparse.ArgumentParser(
        prog=command.partition(" <")[0],
        description=f"{words}.\n{rest.rstrip()}",
        epilog=EXAMPLE + example,
        formatter_class=argparse.RawDescriptionHelpFormatter,
    ).parse_args(sys.argv[1:] if arguments is None else arguments)
