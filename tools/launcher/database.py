"""One MariaDB server of our own on loopback: made, started, asked whether it is up, stopped."""

from __future__ import annotations

import contextlib
import json
import os
import pwd
import secrets
import shutil
import signal
import socket
import subprocess
import time
from collections.abc import Iterator
from pathlib import Path

from launcher.console import Trouble, say
from launcher.places import database_folder, read_json, socket_path
from launcher.processes import begun_at, end_with_parent

START_SECONDS = 60
STOP_SECONDS = 60
# Bytes below which a database does not start.
LEAST_FREE = 64_000_000
SERVER_USER = "mysql"


def free_port() -> int:
    """Return a loopback TCP port nobody listens on right now."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
        return port


def port_is_busy(port: int) -> bool:
    """Tell whether something already listens on this loopback port."""
    with socket.socket() as probe:
        probe.settimeout(1)
        return probe.connect_ex(("127.0.0.1", port)) == 0


class Database:
    """The MariaDB server whose data lives in one folder.

    `name` tells the demo's server from the tests' server, so that neither touches the other.
    """

    def __init__(self, name: str) -> None:
        self.folder = database_folder(name)
        self.data = self.folder / "data"
        self.log = self.folder / "mariadb.log"
        self.pid_file = self.folder / "mariadb.pid"
        self.settings_file = self.folder / "settings.json"
        self.quick = name != "mariadb"

    def environment(self) -> dict[str, str]:
        """Return what Django needs to reach this server."""
        settings = read_json(self.settings_file)
        return {
            "SNABO_DB_HOST": "127.0.0.1",
            "SNABO_DB_PORT": str(settings["port"]),
            "SNABO_DB_USER": "snabo",
            "SNABO_DB_PASSWORD": settings["password"],
            "SNABO_DB_NAME": "snabo",
        }

    def running_pid(self) -> int | None:
        """Return the server's process id if it is alive."""
        try:
            pid = int(self.pid_file.read_text())
            command = Path(f"/proc/{pid}/cmdline").read_bytes()
        except (OSError, ValueError):
            return None
        ours = f"--datadir={self.data}".encode() in command.split(b"\0")
        return pid if ours and begun_at(pid) is not None else None

    @contextlib.contextmanager
    def serving(self) -> Iterator[Database]:
        """Keep the server up inside the block; stop it after, unless it was up before."""
        started_here = self.start()
        try:
            yield self
        finally:
            if started_here:
                self.stop()

    def start(self) -> bool:
        """Start the server if it is not up and wait until it answers.

        Returns:
            True if this call started it.

        Raises:
            Trouble: the folder cannot be used, or the server does not come up.
        """
        if self.running_pid():
            return False
        try:
            self._make_folders()
            self._write_settings()
        except OSError as problem:
            raise Trouble(
                f"The database folder {self.folder} cannot be written to ({problem.strerror})."
            ) from problem
        if not (self.data / "mysql").is_dir():
            self._install()
        self._launch()
        return True

    def stop(self) -> None:
        """Ask the server to write everything down and end."""
        pid = self.running_pid()
        if pid is None:
            return
        os.kill(pid, signal.SIGTERM)
        limit = time.monotonic() + STOP_SECONDS
        while self.running_pid() and time.monotonic() < limit:
            with contextlib.suppress(ChildProcessError):
                os.waitpid(pid, os.WNOHANG)
            time.sleep(0.05)

    def _user(self) -> list[str]:
        return [f"--user={SERVER_USER}"] if os.geteuid() == 0 else []

    def _make_folders(self) -> None:
        self.folder.mkdir(parents=True, exist_ok=True)
        if os.geteuid() == 0:
            if self.folder.is_relative_to("/var/lib/snabo"):
                for parent in (Path("/var/lib/snabo"), self.folder.parent):
                    parent.chmod(0o755)
            owner = pwd.getpwnam(SERVER_USER)
            os.chown(self.folder, owner.pw_uid, owner.pw_gid)
        self.folder.chmod(0o700)

    def _write_settings(self) -> None:
        settings = read_json(self.settings_file)
        settings.setdefault("password", secrets.token_urlsafe(32))
        if "port" not in settings or port_is_busy(settings["port"]):
            settings["port"] = free_port()
        self._private(self.settings_file, json.dumps(settings))
        password = settings["password"]
        account = "'snabo'@'127.0.0.1'"
        self._private(
            self.folder / "init.sql",
            "CREATE DATABASE IF NOT EXISTS snabo "
            "CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;\n"
            f"CREATE USER IF NOT EXISTS {account} IDENTIFIED BY '{password}';\n"
            f"ALTER USER {account} IDENTIFIED BY '{password}';\n"
            f"GRANT ALL ON snabo.* TO {account};\n"
            f"GRANT ALL ON `test\\_snabo%`.* TO {account};\n"
            "DELETE FROM mysql.global_priv WHERE User = '';\n"
            "FLUSH PRIVILEGES;\n",
        )

    def _private(self, path: Path, text: str) -> None:
        path.touch(mode=0o600)
        path.write_text(text)
        if os.geteuid() == 0:
            owner = pwd.getpwnam(SERVER_USER)
            os.chown(path, owner.pw_uid, owner.pw_gid)

    def _install(self) -> None:
        say("  making a database folder ...")
        # Under another name until it is whole: a set-up that is interrupted leaves nothing.
        new = self.folder / "data.new"
        shutil.rmtree(new, ignore_errors=True)
        command = [
            _find("mariadb-install-db"),
            "--no-defaults",
            f"--datadir={new}",
            "--skip-test-db",
            *self._user(),
        ]
        with self.log.open("ab") as sink:
            code = subprocess.call(command, stdout=sink, stderr=sink, cwd="/")
        if code:
            shutil.rmtree(new, ignore_errors=True)
            raise Trouble(f"The database folder could not be made; see {self.log}.")
        if self.data.exists():
            shutil.rmtree(self.data)
        new.rename(self.data)

    def _launch(self) -> None:
        port = read_json(self.settings_file)["port"]
        command = [
            _find("mariadbd"),
            "--no-defaults",
            f"--datadir={self.data}",
            f"--socket={socket_path(self.folder)}",
            f"--pid-file={self.pid_file}",
            f"--port={port}",
            "--bind-address=127.0.0.1",
            "--skip-name-resolve",
            "--character-set-server=utf8mb4",
            "--collation-server=utf8mb4_unicode_ci",
            f"--init-file={self.folder / 'init.sql'}",
            *(["--innodb-flush-log-at-trx-commit=0", "--sync-binlog=0"] if self.quick else []),
            *self._user(),
        ]
        with self.log.open("ab") as sink:
            # A session of its own: Ctrl-C reaches the launcher, which then stops it in order.
            process = subprocess.Popen(
                command, stdout=sink, stderr=sink, cwd="/", start_new_session=True,
                preexec_fn=end_with_parent,  # noqa: PLW1509  the launcher has no threads by now
            )  # fmt: skip
        limit = time.monotonic() + START_SECONDS
        while time.monotonic() < limit:
            if process.poll() is not None:
                break
            if self.pid_file.exists() and port_is_busy(port):
                return
            time.sleep(0.05)
        process.terminate()
        if shutil.disk_usage(self.folder).free < LEAST_FREE:
            raise Trouble(
                "The database did not start: the disk is full. Free some space, then start again."
            )
        raise Trouble(f"The database did not start; the reason is at the end of {self.log}.")


def _find(name: str) -> str:
    found = shutil.which(name) or shutil.which(name, path="/usr/sbin:/usr/local/sbin")
    if found is None:
        raise Trouble(f"{name} is missing; install Debian's package mariadb-server.")
    return found
