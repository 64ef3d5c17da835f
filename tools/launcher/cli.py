"""The commands of ./snabo."""

from __future__ import annotations

import argparse
import contextlib
import os
import secrets
import signal
import subprocess
import sys
import tempfile
import time
from collections.abc import Sequence
from pathlib import Path

from launcher.console import Trouble, say
from launcher.database import Database, free_port, port_is_busy
from launcher.killing import Score, killtest
from launcher.places import ROOT, refuse_anothers_checkout, secret, state_folder
from launcher.processes import end, end_with_parent, remember, remembered
from launcher.setup import WEB, prepare, python

DEFAULT_PORT = 8760
LOWEST_PORT, HIGHEST_PORT = 1, 65_535
SERVE_SECONDS, STOP_SECONDS = 60, 45
# What ends more often than this within a minute is not started again.
MOST_RESTARTS, RESTART_WINDOW = 5, 60.0
DEMO = "mariadb"
TESTS = "mariadb-tests"
# What runs beside the rest, so that both take about as long.
BROWSER_SIDE = ("e2e", "tools")


def _environment(database: Database | None, **more: str) -> dict[str, str]:
    paths = os.pathsep.join(str(ROOT / p) for p in ("server", "."))
    env = {**os.environ, "PYTHONPATH": paths, "DJANGO_SETTINGS_MODULE": "config.settings"}
    env["SNABO_SECRET_KEY"] = secret("django")
    # The products here are small: sharing one out among threads takes longer than it does.
    env.setdefault("OPENBLAS_NUM_THREADS", "1")
    return {**env, **(database.environment() if database else {}), **more}


def _manage(database: Database, *arguments: str, **env: str) -> int:
    command = [str(python()), str(ROOT / "server" / "manage.py"), *arguments]
    return subprocess.call(command, cwd=ROOT, env=_environment(database, **env))


def _manage_or_stop(what: str, database: Database, *arguments: str) -> None:
    if _manage(database, *arguments):
        raise Trouble(f"{what} failed; the lines above say why.")


def _launcher_file() -> Path:
    return state_folder() / "launcher.json"


def _web_file() -> Path:
    return state_folder() / "web.json"


def _port(text: str) -> int:
    """Return a port somebody asked for.

    Raises:
        Trouble: it is none.
    """
    try:
        port = int(text)
    except ValueError:
        port = 0
    if not LOWEST_PORT <= port <= HIGHEST_PORT:
        raise Trouble(
            f"{text!r} is no port. Choose a number from {LOWEST_PORT} to {HIGHEST_PORT}, "
            "such as --port 8800."
        )
    return port


def _home_folder() -> Path:
    return state_folder() / "home"


def _at_home(port: int) -> list[str]:
    """Make the certificate for the home network; return the addresses, after showing the code.

    Raises:
        Trouble: there is no such network, or no certificate could be made.
    """
    maker = ROOT / "tools" / "launcher" / "home.py"
    command = [str(python()), str(maker), str(_home_folder()), str(port)]
    made = subprocess.run(command, capture_output=True, text=True, check=False)
    if made.returncode:
        raise Trouble(made.stderr.strip() or "No certificate for the home network could be made.")
    listed, _, code = made.stdout.partition("\n\n")
    say(code)
    return listed.split()


def _gunicorn(
    port: int, env: dict[str, str], kept: Path, hosts: Sequence[str] = ()
) -> subprocess.Popen[bytes]:
    """Serve on loopback; with `hosts` in the home network, by its own certificate."""
    command = [
        str(python()), "-m", "gunicorn", "config.wsgi",
        "--bind", f"{'0.0.0.0' if hosts else '127.0.0.1'}:{port}",
        "--config", "python:config.gunicorn",
    ]  # fmt: skip
    if hosts:
        folder = _home_folder()
        command += ["--certfile", str(folder / "home.crt"), "--keyfile", str(folder / "home.key")]
        env = env | {
            "SNABO_HOSTS": ",".join([*hosts, "localhost", "127.0.0.1"]),
            "SNABO_SECURE_COOKIES": "1",
            "SNABO_HOME_CERTIFICATE": str(folder / "ca.crt"),
        }
    process = subprocess.Popen(
        command, cwd=ROOT / "server", env=env, start_new_session=True,
        preexec_fn=end_with_parent,  # noqa: PLW1509  the launcher has no threads by now
    )  # fmt: skip
    remember(kept, process.pid)
    limit = time.monotonic() + SERVE_SECONDS
    while time.monotonic() < limit and process.poll() is None:
        if port_is_busy(port):
            return process
        time.sleep(0.05)
    process.terminate()
    raise Trouble("The web server did not start; the lines above say why.")


class Keeper:
    """Keeps database and web server up: what died is started again, and said so."""

    def __init__(
        self, database: Database, port: int, kept: Path | None = None, hosts: Sequence[str] = ()
    ) -> None:
        self.database, self.port, self.kept = database, port, kept or _web_file()
        self.hosts = hosts
        self.most_restarts = MOST_RESTARTS
        self.web = self._serve()
        self.restarts: list[float] = []

    def _serve(self) -> subprocess.Popen[bytes]:
        return _gunicorn(self.port, _environment(self.database), self.kept, self.hosts)

    def look(self) -> None:
        """Start again what has died.

        Raises:
            Trouble: it keeps dying.
        """
        web_died, database_died = self.web.poll() is not None, not self.database.running_pid()
        if not web_died and not database_died:
            return
        now = time.monotonic()
        self.restarts = [t for t in self.restarts if now - t < RESTART_WINDOW] + [now]
        if len(self.restarts) > self.most_restarts:
            raise Trouble(
                f"It ended {self.most_restarts} times within a minute; stopping. "
                f"The reason is above or at the end of {self.database.log}."
            )
        if database_died:
            say("The database has ended; starting it again ...")
            before = self.database.environment()
            self.database.start()
            say("  it is up; nothing saved is lost")
            if self.database.environment() != before:
                # Somebody took its port meanwhile: the web server has to hear of the new one.
                self.end()
        if self.web.poll() is not None:
            say("The web server has ended; starting it again ...")
            self.web = self._serve()
            say("  it is up")

    def end(self) -> None:
        """End the web server in order."""
        if self.web.poll() is None:
            self.web.terminate()
        with contextlib.suppress(subprocess.TimeoutExpired):
            self.web.wait(timeout=30)


def _say_home(hosts: Sequence[str], port: int, *, demo: bool) -> None:
    for host in hosts:
        say(f"Snabo is at https://{host}:{port}/")
    say("Scan the code with a phone in the same network. Its browser does not know this kitchen's")
    say("certificate yet: fetch this there once, past the warning, and trust it in its settings:")
    say(f"https://{hosts[0]}:{port}/home-ca.crt")
    say("Without that, the page has to stay open to be used when the network is gone, and may not")
    say("keep the screen on.")
    if demo:
        say("The demo's password is printed for everybody: at home start with --no-demo.")


def start(options: argparse.Namespace) -> int:
    """Set up, serve the demo household, and stop everything on Ctrl-C."""
    port = _port(str(options.port))
    refuse_anothers_checkout()
    if remembered(_launcher_file()):
        say("Snabo is already running here; ./snabo stop ends it.")
        return 0
    if port_is_busy(port):
        raise Trouble(
            f"Port {port} is in use by another program. "
            "Choose another one: ./snabo start --port 8800"
        )
    prepare()
    interrupted = False

    def interrupt(_signal: int, _frame: object) -> None:
        nonlocal interrupted
        interrupted = True

    # Closing the terminal ends everything, like Ctrl-C.
    for ending in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        signal.signal(ending, interrupt)
    remember(_launcher_file(), os.getpid())
    with Database(DEMO).serving() as database:
        say("  database is up")
        _manage_or_stop("Updating the database", database, "migrate", "--verbosity", "0")
        if options.demo:
            _manage_or_stop("Loading the demo household", database, "load_demo")
        hosts = _at_home(port) if options.home else []
        keeper = Keeper(database, port, hosts=hosts)
        if hosts:
            _say_home(hosts, port, demo=options.demo)
        else:
            say(f"\nSnabo is at http://127.0.0.1:{port}/")
        if options.demo:
            say("Sign in as  demo  with the password  swede-and-celeriac")
        else:
            say("Without the demo. ./snabo household add NAME makes a household.")
        say("Ctrl-C stops everything.")
        try:
            while not interrupted:
                keeper.look()
                time.sleep(0.2)
        finally:
            with contextlib.suppress(OSError):
                say("\nStopping ...")
            keeper.end()
            # Also one that a killed launcher had left running.
            database.stop()
            _launcher_file().unlink(missing_ok=True)
    with contextlib.suppress(OSError):
        say("Stopped; everything is kept.")
    return 0


def household(options: argparse.Namespace) -> int:
    """Make a household and its first sign-in; the password is asked for."""
    prepare(build=False)
    with Database(DEMO).serving() as database:
        _manage_or_stop("Updating the database", database, "migrate", "--verbosity", "0")
        return _manage(database, "add_household", options.name)


def stop(_options: argparse.Namespace) -> int:
    """End a running Snabo, its database included."""
    launcher, web = remembered(_launcher_file()), remembered(_web_file())
    database = Database(DEMO)
    was_up = bool(launcher or web or database.running_pid())
    if launcher and not end(launcher, STOP_SECONDS):
        say("It does not end in order; ending it part by part.")
    # What a killed launcher left behind.
    web = remembered(_web_file())
    if web:
        end(web, STOP_SECONDS)
    database.stop()
    for path in (_launcher_file(), _web_file()):
        path.unlink(missing_ok=True)
    say("Snabo is stopped; everything is kept." if was_up else "Snabo was not running.")
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
        return _tested(database, labels)


def _tested(database: Database | None, labels: Sequence[str]) -> int:
    """Run tests in two processes, each with a database of its own, and close with what came."""
    # About as long each on two processors: the browser's, and what needs none.
    groups = [
        group
        for group in (
            [label for label in labels if label.startswith(BROWSER_SIDE)],
            [label for label in labels if not label.startswith(BROWSER_SIDE)],
        )
        if group
    ]
    with tempfile.TemporaryDirectory() as folder:
        counts = [Path(folder) / f"{place}.txt" for place in range(len(groups))]
        said = Path(folder) / "beside.out"
        first, *beside = [
            [str(python()), str(ROOT / "server" / "manage.py"), "test", *group, "--noinput"]
            for group in groups
        ]
        envs = [_environment(database, PYTHONWARNINGS="error", SNABO_COUNTS=f"{one}",
                             SNABO_DB_NAME=f"snabo_{one.stem}")
                for one in counts]  # fmt: skip
        with said.open("wb") as out:
            running = [
                subprocess.Popen(one, cwd=ROOT, env=env, stdout=out, stderr=subprocess.STDOUT)
                for one, env in zip(beside, envs[1:], strict=True)
            ]
            try:
                codes = [subprocess.call(first, cwd=ROOT, env=envs[0])]
                codes += [one.wait() for one in running]
            finally:
                for one in running:
                    one.kill()
        sys.stdout.write(said.read_text("utf-8", "replace"))
        lost = [group for group, one in zip(groups, counts, strict=True) if not one.exists()]
        found = [one.read_text("utf-8").splitlines() for one in counts if one.exists()]
    tallies = [one[0].split() for one in found]
    passed, failed, skipped = (sum(int(one[place]) for one in tallies) for place in range(3))
    # Of a long run only the end may be kept: what failed is named there once more.
    for name in (name for one in found for name in one[2:]):
        say(f"failed: {name}")
    for group in lost:
        say(f"The tests in {', '.join(group)} did not come to their end.")
    say(f"time: {', '.join(filter(None, (one[1] for one in found)))}")
    tail = f", {skipped} skipped" if skipped else ""
    say(f"{passed} passed, {failed + len(lost)} failed{tail}")
    return max((abs(code) for code in codes), default=1)


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
        ("book", [py, "-m", "snabo_core.checks.book"], ROOT),
        ("migrations", [py, "server/manage.py", "makemigrations", "--check", "--dry-run"], ROOT),
        ("api contract", [py, "tools/check_contract.py"], ROOT),
        ("container", [str(venv / "hadolint"), "deploy/Containerfile"], ROOT),
        ("shell", [str(venv / "shellcheck"), "deploy/backup.sh", "deploy/restore.sh"], ROOT),
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
        web = _gunicorn(port, _environment(database), state_folder() / "shots.json")
        try:
            command = [str(python()), "tools/take_shots.py", f"http://127.0.0.1:{port}"]
            return subprocess.call([*command, *options.names], cwd=ROOT, env=_environment(database))
        finally:
            web.terminate()
            with contextlib.suppress(subprocess.TimeoutExpired):
                web.wait(timeout=30)


def kills(options: argparse.Namespace) -> int:
    """Kill database, server and workers under writers; fail if anything acknowledged is lost."""
    prepare()
    score = run_kills(options.kills, options.seed)
    waits = sorted(score.waits) or [0.0]
    say(
        f"{options.kills} kills: {score.acknowledged} writes acknowledged, {score.lost} lost, "
        f"{score.doubled} doubled; longest wait {waits[-1]:.1f} s"
    )
    return 1 if score.lost or score.doubled else 0


def run_kills(count: int, seed: int, *, between: float = 3.0) -> Score:
    """Serve a household of its own, kill under writers, and return the score."""
    own = Database("mariadb-kills")
    # As careful with what it has acknowledged as the one that is cooked with.
    own.quick = False
    with own.serving() as database:
        _manage_or_stop("Updating the database", database, "migrate", "--verbosity", "0")
        env = _environment(database)
        command = [str(python()), str(ROOT / "server" / "manage.py"), "add_household"]
        user = f"killer{secrets.token_hex(4)}"
        subprocess.run(
            [*command, "Kills", "--user", user],
            input="four quiet herons\n", text=True, cwd=ROOT, env=env, check=True,
            stdout=subprocess.DEVNULL,
        )  # fmt: skip
        keeper = Keeper(database, free_port(), state_folder() / "kills.json")
        keeper.most_restarts = 10**6
        try:
            return killtest(
                keeper, f"http://127.0.0.1:{keeper.port}", user, count, seed, between=between
            )
        finally:
            keeper.end()


def fuzz(options: argparse.Namespace) -> int:
    """Read and compute bent recipes and documents, and send bent requests."""
    prepare(develop=True, build=False)
    command = [str(python()), "tools/fuzz.py", str(options.count), str(options.files),
               str(options.http), str(options.seed)]  # fmt: skip
    with Database(TESTS).serving() as database:
        return subprocess.call(command, cwd=ROOT, env=_environment(database))


def mutate(options: argparse.Namespace) -> int:
    """Put small faults into the core and say what share of them a test notices."""
    prepare(develop=True, build=False)
    command = [str(python()), "tools/mutate.py", "--count", str(options.count),
               "--seed", str(options.seed)]  # fmt: skip
    for package in options.package or ():
        command += ["--package", package]
    return subprocess.call(command, cwd=ROOT, env=_environment(None))


def scale(options: argparse.Namespace) -> int:
    """Play the recorded reports of a scale, or write those of a simulated one."""
    # What is printed may be a recording: only that goes to standard output.
    with contextlib.redirect_stdout(sys.stderr):
        prepare(build=False)
    loads = ["--simulate", *options.simulate] if options.simulate else []
    command = [str(python()), "-m", "snabo_core.devices", options.recording, *loads]
    return subprocess.call(command, env=_environment(None))


def main(arguments: Sequence[str]) -> int:
    """Run one command and return the process's exit code."""
    parser = argparse.ArgumentParser(prog="./snabo", description="Set up, run and check Snabo.")
    commands = parser.add_subparsers(required=True, metavar="command")

    def add(name: str, action: object, text: str) -> argparse.ArgumentParser:
        command = commands.add_parser(name, help=text, description=text)
        command.set_defaults(action=action)
        return command

    port = os.environ.get("SNABO_PORT", str(DEFAULT_PORT))
    serve = add("start", start, "set up and serve the demo household")
    serve.add_argument("--port", default=port, help=f"default {port}")
    serve.add_argument(
        "--no-demo", dest="demo", action="store_false", help="without the published account"
    )
    serve.add_argument(
        "--home", action="store_true", help="by https in the home network, for phones and tablets"
    )
    homes = add("household", household, "make a household: household add NAME")
    homes.add_argument("what", choices=["add"])
    homes.add_argument("name")
    add("stop", stop, "end a running Snabo and its database")
    tests = add("test", test, "run all tests, or the labels given")
    tests.add_argument("labels", nargs="*", help="core/tests, server, e2e or a dotted test name")
    tests.add_argument("--quick", action="store_true", help="core and server only, no browser")
    add("lint", lint, "run every static check")
    add("types", types, "renew the API contract and the generated TypeScript")
    bench_command = add("bench", bench, "print timings and ratios")
    bench_command.add_argument("--write", action="store_true", help="commit these ratios")
    killing = add("killtest", kills, "kill database, server and workers under writers")
    killing.add_argument("--kills", type=int, default=30)
    killing.add_argument("--seed", type=int, default=1)
    scales = add("scale", scale, "play a scale's recorded reports, or simulate some")
    scales.add_argument("recording", nargs="?", default="-", help="a recorded file, - for stdin")
    scales.add_argument("--simulate", nargs="+", metavar="GRAMS", help="write a recording of these")
    mutating = add("mutate", mutate, "share of small faults in the core that a test notices")
    mutating.add_argument("--count", type=int, default=300)
    mutating.add_argument("--seed", type=int, default=1)
    mutating.add_argument("--package", action="append", choices=("plate", "swaps", "water"))
    fuzzing = add("fuzz", fuzz, "read, compute and send what is bent out of shape")
    fuzzing.add_argument("--count", type=int, default=100_000, help="recipes and documents")
    fuzzing.add_argument("--files", type=int, default=100_000, help="saved files and archives")
    fuzzing.add_argument("--http", type=int, default=10_000, help="requests")
    fuzzing.add_argument("--seed", type=int, default=1)
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
