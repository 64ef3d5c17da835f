"""The commands of ./snabo."""

from __future__ import annotations

import argparse
import contextlib
import os
import signal
import subprocess
import sys
import time
from collections.abc import Sequence
from pathlib import Path

from launcher.console import Trouble, say
from launcher.database import Database, free_port, port_is_busy
from launcher.places import ROOT, secret, state_folder
from launcher.setup import WEB, prepare, python

DEFAULT_PORT = 8760
SERVE_SECONDS = 60
DEMO = "mariadb"
TESTS = "mariadb-tests"


def _environment(database: Database | None, **more: str) -> dict[str, str]:
    paths = os.pathsep.join(str(ROOT / p) for p in ("core", "server", "."))
    env = {**os.environ, "PYTHONPATH": paths, "DJANGO_SETTINGS_MODULE": "config.settings"}
    env["SNABO_SECRET_KEY"] = secret("django")
    return {**env, **(database.environment() if database else {}), **more}


def _manage(database: Database, *arguments: str, **env: str) -> int:
    command = [str(python()), str(ROOT / "server" / "manage.py"), *arguments]
    return subprocess.call(command, cwd=ROOT, env=_environment(database, **env))


def _manage_or_stop(what: str, database: Database, *arguments: str) -> None:
    if _manage(database, *arguments):
        raise Trouble(f"{what} failed; the lines above say why.")


def _web_pid_file() -> Path:
    return state_folder() / "web.pid"


def _web_pid() -> int | None:
    try:
        pid = int(_web_pid_file().read_text())
        os.kill(pid, 0)
        command = Path(f"/proc/{pid}/cmdline").read_bytes()
    except (OSError, ValueError):
        return None
    return pid if b"gunicorn" in command else None


def _gunicorn(port: int, env: dict[str, str], pid_file: Path) -> subprocess.Popen[bytes]:
    command = [
        str(python()), "-m", "gunicorn", "config.wsgi",
        "--bind", f"127.0.0.1:{port}",
        "--workers", "2", "--threads", "4", "--preload",
        "--limit-request-line", "8190",
        "--pid", str(pid_file),
        "--log-level", "warning",
    ]  # fmt: skip
    process = subprocess.Popen(command, cwd=ROOT / "server", env=env, start_new_session=True)
    limit = time.monotonic() + SERVE_SECONDS
    while time.monotonic() < limit and process.poll() is None:
        if port_is_busy(port):
            return process
        time.sleep(0.05)
    process.terminate()
    raise Trouble("The web server did not start; the lines above say why.")


def start(options: argparse.Namespace) -> int:
    """Set up, serve the demo household, and stop everything on Ctrl-C."""
    if _web_pid():
        say("Snabo is already running here; ./snabo stop ends it.")
        return 0
    if port_is_busy(options.port):
        raise Trouble(
            f"Port {options.port} is in use by another program. "
            "Choose another one: ./snabo start --port 8800"
        )
    prepare()
    interrupted = False

    def interrupt(_signal: int, _frame: object) -> None:
        nonlocal interrupted
        interrupted = True

    signal.signal(signal.SIGINT, interrupt)
    signal.signal(signal.SIGTERM, interrupt)
    with Database(DEMO).serving() as database:
        say("  database is up")
        _manage_or_stop("Updating the database", database, "migrate", "--verbosity", "0")
        _manage_or_stop("Loading the demo household", database, "load_demo")
        web = _gunicorn(options.port, _environment(database), _web_pid_file())
        say(f"\nSnabo is at http://127.0.0.1:{options.port}/")
        say("Sign in as  demo  with the password  swede-and-celeriac\nCtrl-C stops everything.")
        while web.poll() is None and not interrupted:
            time.sleep(0.1)
        say("\nStopping ...")
        if web.poll() is None:
            web.terminate()
        web.wait(timeout=30)
    say("Stopped; everything is kept.")
    return 0 if interrupted or web.returncode == 0 else 1


def stop(_options: argparse.Namespace) -> int:
    """End a running Snabo, its database included."""
    pid = _web_pid()
    if pid:
        os.kill(pid, signal.SIGTERM)
        limit = time.monotonic() + SERVE_SECONDS
        while time.monotonic() < limit and (_web_pid() or Database(DEMO).running_pid()):
            time.sleep(0.1)
    if Database(DEMO).running_pid():
        Database(DEMO).stop()
        say("The database is stopped; everything is kept.")
    else:
        say("Snabo is stopped." if pid else "Snabo was not running.")
    return 0


def demo(options: argparse.Namespace) -> int:
    """Load the demo household, or put it back as it was."""
    prepare(build=False)
    with Database(DEMO).serving() as database:
        _manage_or_stop("Updating the database", database, "migrate", "--verbosity", "0")
        return _manage(database, "load_demo", *(["--reset"] if options.reset else []))


def test(options: argparse.Namespace) -> int:
    """Run every test: core, server with the real MariaDB, and the browser."""
    whole = not options.labels
    browser = whole or any(label.startswith("e2e") for label in options.labels)
    if options.quick:
        browser, options.labels = False, ["core/tests", "server", "tools"]
    prepare(develop=True, browser=browser, build=browser)
    labels = options.labels or ["core/tests", "server", "tools", "e2e"]
    with Database(TESTS).serving() as database:
        return _manage(database, "test", *labels, "--noinput", PYTHONWARNINGS="error")


def lint(_options: argparse.Namespace) -> int:
    """Run every check that needs no browser; keep going and name all that fail."""
    prepare(develop=True, build=False)
    venv = python().parent
    py = str(python())
    checks: list[tuple[str, list[str], Path]] = [
        ("ruff", [str(venv / "ruff"), "check", "."], ROOT),
        ("format", [str(venv / "ruff"), "format", "--check", "."], ROOT),
        ("types", [str(venv / "mypy")], ROOT),
        ("imports", [str(venv / "lint-imports")], ROOT),
        ("book", [py, "-m", "snabo_core.book_check"], ROOT),
        ("migrations", [py, "server/manage.py", "makemigrations", "--check", "--dry-run"], ROOT),
        ("api contract", [py, "tools/check_contract.py"], ROOT),
        ("web", ["npm", "run", "--silent", "lint"], WEB),
    ]
    failed = []
    with Database(TESTS).serving() as database:
        for name, command, folder in checks:
            say(f"lint: {name}")
            if subprocess.call(command, cwd=folder, env=_environment(database)):
                failed.append(name)
    say(f"lint: {', '.join(failed)} failed" if failed else "lint: all clean")
    return 1 if failed else 0


def types(_options: argparse.Namespace) -> int:
    """Renew the API contract and the TypeScript generated from it."""
    prepare(develop=True, build=False)
    command = [str(python()), "tools/check_contract.py", "--write"]
    return subprocess.call(command, cwd=ROOT, env=_environment(None))


def bench(options: argparse.Namespace) -> int:
    """Print timings and ratios; fail when a ratio is three times the committed one."""
    prepare(develop=True, build=False)
    command = [str(python()), "tools/bench.py", *(["--write"] if options.write else [])]
    with Database(TESTS).serving() as database:
        return subprocess.call(command, cwd=ROOT, env=_environment(database))


def shots(options: argparse.Namespace) -> int:
    """Take the pictures of docs/screenshots from a fresh demo household."""
    prepare(develop=True, browser=True)
    with Database("mariadb-shots").serving() as database:
        _manage_or_stop("Updating the database", database, "migrate", "--verbosity", "0")
        _manage_or_stop("Loading the demo household", database, "load_demo", "--reset")
        port = free_port()
        web = _gunicorn(port, _environment(database), state_folder() / "shots.pid")
        try:
            command = [str(python()), "tools/take_shots.py", f"http://127.0.0.1:{port}"]
            return subprocess.call([*command, *options.names], cwd=ROOT, env=_environment(database))
        finally:
            web.terminate()
            with contextlib.suppress(subprocess.TimeoutExpired):
                web.wait(timeout=30)


def main(arguments: Sequence[str]) -> int:
    """Run one command and return the process's exit code."""
    parser = argparse.ArgumentParser(prog="./snabo", description="Set up, run and check Snabo.")
    commands = parser.add_subparsers(required=True, metavar="command")

    def add(name: str, action: object, text: str) -> argparse.ArgumentParser:
        command = commands.add_parser(name, help=text, description=text)
        command.set_defaults(action=action)
        return command

    port = int(os.environ.get("SNABO_PORT", DEFAULT_PORT))
    serve = add("start", start, "set up and serve the demo household")
    serve.add_argument("--port", type=int, default=port, help=f"default {port}")
    add("stop", stop, "end a running Snabo and its database")
    tests = add("test", test, "run all tests, or the labels given")
    tests.add_argument("labels", nargs="*", help="core/tests, server, e2e or a dotted test name")
    tests.add_argument("--quick", action="store_true", help="core and server only, no browser")
    add("lint", lint, "run every static check")
    add("types", types, "renew the API contract and the generated TypeScript")
    bench_command = add("bench", bench, "print timings and ratios")
    bench_command.add_argument("--write", action="store_true", help="commit these ratios")
    demo_command = add("demo", demo, "load the demo household")
    demo_command.add_argument("--reset", action="store_true", help="put it back as it was")
    pictures = add("shots", shots, "take the pictures of docs/screenshots")
    pictures.add_argument("names", nargs="*", help="only these pictures")
    options = parser.parse_args(arguments)
    try:
        code: int = options.action(options)
    except Trouble as trouble:
        print(f"\n{trouble}", file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        return 130
    return code
