"""Makes a household and its first sign-in; the password is asked for, never an argument."""

import getpass
import sys
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from accounts.services import add_household
from snabo_core.errors import BadInput


class Command(BaseCommand):
    """manage.py add_household NAME."""

    help = "Make a household and its first sign-in."

    def add_arguments(self, parser: CommandParser) -> None:
        """Take the household's name and, if given, the name to sign in with."""
        parser.add_argument("name")
        parser.add_argument("--user", help="the name to sign in with")

    def handle(self, *_args: Any, name: str, user: str | None, **_options: Any) -> None:
        """Ask for what is missing and make it.

        Raises:
            CommandError: a name is taken, or the password easily guessed.
        """
        shown = sys.stdin.isatty()
        username = user or (input("Name to sign in with: ") if shown else sys.stdin.readline())
        if shown:
            password = getpass.getpass("Password: ")
            if password != getpass.getpass("Once more: "):
                raise CommandError("The two passwords differ; nothing was made.")
        else:
            password = sys.stdin.readline().rstrip("\n")
        try:
            add_household(name=name, username=username, password=password)
        except BadInput as refusal:
            raise CommandError(refusal.sentence) from refusal
        self.stdout.write(f"{name.strip()} is there; sign in as {username.strip()}.")
