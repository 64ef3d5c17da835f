"""Where things are kept: the checkout, its state folder, and the database's own folder."""

from __future__ import annotations

import contextlib
import hashlib
import json
import os
import secrets
import stat
import tempfile
from pathlib import Path
from typing import Any

from launcher.console import Trouble

ROOT = Path(__file__).resolve().parents[2]
SOCKET_PATH_LIMIT = 107
SHARED_STATE = Path("/var/lib/snabo")


def state_folder() -> Path:
    """Return the folder for everything the launcher makes, creating it.

    Raises:
        Trouble: the folder cannot be written to or the disk is full.
    """
    folder = Path(os.environ.get("SNABO_HOME", ROOT / ".snabo")).resolve()
    try:
        folder.mkdir(parents=True, exist_ok=True)
        probe = folder / "write-probe"
        probe.write_bytes(b"0" * 4096)
        probe.unlink()
    except OSError as problem:
        raise Trouble(
            f"Snabo cannot write to {folder} ({problem.strerror}). "
            "Free some space or choose another folder with SNABO_HOME=/some/folder."
        ) from problem
    return folder


def refuse_anothers_checkout() -> None:
    """Refuse to make files of root's in the checkout of the person behind sudo.

    Raises:
        Trouble: root runs it for somebody whose checkout it is.
    """
    behind = os.environ.get("SUDO_UID", "")
    if os.geteuid() == 0 and behind.isdecimal() and ROOT.stat().st_uid == int(behind) != 0:
        raise Trouble(
            "This checkout is yours, not root's: run ./snabo start without sudo, "
            "or its files would belong to root afterwards."
        )


def others_can_enter(folder: Path) -> bool:
    """Tell whether a user who owns none of it may walk down to `folder`."""
    existing = [p for p in (folder, *folder.parents) if p.exists()]
    return all(p.stat().st_mode & stat.S_IXOTH for p in existing)


def database_folder(name: str) -> Path:
    """Return the data folder for one database server, `name` telling demo from tests.

    Run by root the server becomes the `mysql` user, who cannot enter a closed home;
    then the data goes under /var/lib/snabo, apart for each checkout.
    """
    state = state_folder()
    if os.geteuid() == 0 and not others_can_enter(state):
        mark = hashlib.sha256(str(state).encode()).hexdigest()[:12]
        return SHARED_STATE / mark / name
    return state / name


def socket_path(folder: Path) -> Path:
    """Return a socket path the kernel accepts, in a private run-time folder if need be."""
    plain = folder / "mariadb.sock"
    if len(os.fsencode(plain)) < SOCKET_PATH_LIMIT:
        return plain
    mark = hashlib.sha256(str(folder).encode()).hexdigest()[:12]
    private = Path(tempfile.gettempdir()) / f"snabo-{os.geteuid()}-{mark}"
    private.mkdir(mode=0o700, exist_ok=True)
    return private / "mariadb.sock"


def secret(name: str) -> str:
    """Return a random secret kept in the state folder, made at the first call."""
    path = state_folder() / f"{name}.secret"
    with contextlib.suppress(FileNotFoundError):
        return path.read_text().strip()
    value = secrets.token_urlsafe(48)
    path.touch(mode=0o600)
    path.write_text(value)
    return value


def read_json(path: Path) -> dict[str, Any]:
    """Return the JSON object in `path`, or an empty one when there is none to read."""
    try:
        found = json.loads(path.read_text())
    except (OSError, ValueError):
        return {}
    return found if isinstance(found, dict) else {}
