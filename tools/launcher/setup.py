"""Installs what is missing and builds the front end; does nothing when nothing changed."""

from __future__ import annotations

import hashlib
import importlib.util
import json
import os
import shutil
import subprocess
import sys
import sysconfig
from collections.abc import Callable, Iterable
from pathlib import Path

from launcher.console import Trouble, run_step, say
from launcher.places import ROOT, read_json, state_folder

WEB = ROOT / "web"
NODE_MAJOR = 20


def _command(*names: str) -> Callable[[], bool]:
    return lambda: any(shutil.which(n, path=_search_path()) for n in names)


def _search_path() -> str:
    return os.pathsep.join([os.environ.get("PATH", ""), "/usr/sbin", "/usr/local/sbin", "/sbin"])


def _python_headers() -> bool:
    return Path(sysconfig.get_paths()["include"], "Python.h").exists()


def _venv_module() -> bool:
    return importlib.util.find_spec("ensurepip") is not None


# Debian package -> how to tell that what it brings is there.
NEEDED: dict[str, Callable[[], bool]] = {
    "mariadb-server": _command("mariadbd"),
    "libmariadb-dev": _command("mariadb_config"),
    "pkg-config": _command("pkg-config"),
    "gcc": _command("gcc", "cc"),
    "libc6-dev": lambda: Path("/usr/include/stdlib.h").exists(),
    "python3-dev": _python_headers,
    "python3-venv": _venv_module,
}
NEEDED_FOR_BROWSER: dict[str, Callable[[], bool]] = {"chromium": _command("chromium")}


def ensure_packages(*, browser: bool = False) -> None:
    """Install the Debian packages that are missing (root), or say which (anyone else).

    Raises:
        Trouble: Node is missing or old, or packages are missing and cannot be installed.
    """
    wanted = {**NEEDED, **(NEEDED_FOR_BROWSER if browser else {})}
    missing = [name for name, present in wanted.items() if not present()]
    if missing:
        line = f"apt-get install -y --no-install-recommends {' '.join(missing)}"
        if os.geteuid() != 0:
            raise Trouble(f"Some Debian packages are missing. Run this once:\n  sudo {line}")
        log = state_folder() / "apt.log"
        env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
        run_step("reading Debian's package lists", ["apt-get", "update"], log, env=env)
        run_step(f"installing {', '.join(missing)}", line.split(), log, env=env)
        still = [name for name in missing if not wanted[name]()]
        if still:
            raise Trouble(f"{', '.join(still)} did not appear after installing; see {log}.")
    _check_node()


def _check_node() -> None:
    node = shutil.which("node")
    if node is None or shutil.which("npm") is None:
        raise Trouble(
            f"Node {NODE_MAJOR} or newer with npm is needed to build the screens; none was found."
        )
    version = subprocess.run([node, "--version"], capture_output=True, text=True, check=False)
    major = version.stdout.lstrip("v").split(".")[0]
    if not major.isdigit() or int(major) < NODE_MAJOR:
        raise Trouble(f"Node {NODE_MAJOR} or newer is needed; this is {version.stdout.strip()}.")


def python() -> Path:
    """Return the interpreter of the virtual environment."""
    return state_folder() / "venv" / "bin" / "python"


def _digest(paths: Iterable[Path]) -> str:
    total = hashlib.sha256()
    for path in sorted(paths):
        total.update(str(path.relative_to(ROOT)).encode() + b"\0" + path.read_bytes() + b"\0")
    return total.hexdigest()


def _files(*folders: Path) -> list[Path]:
    return [p for folder in folders for p in folder.rglob("*") if p.is_file()]


class Stamps:
    """Remembers the inputs each set-up step last ran with."""

    def __init__(self) -> None:
        self.path = state_folder() / "stamps.json"
        self.known = read_json(self.path)

    def stale(self, step: str, digest: str) -> bool:
        """Tell whether `step` last ran with other inputs than these."""
        return self.known.get(step) != digest

    def done(self, step: str, digest: str) -> None:
        """Record that `step` ran with these inputs."""
        self.known[step] = digest
        self.path.write_text(json.dumps(self.known, indent=1))


def ensure_python(*, develop: bool = False) -> None:
    """Make the virtual environment and install the pinned Python packages."""
    name = "develop" if develop else "serve"
    stamps = Stamps()
    requirements = [ROOT / "requirements" / f"{n}.txt" for n in ("serve", name)]
    built = [ROOT / "core" / "pyproject.toml"]
    digest = _digest({*requirements, *built}) + sys.version + str(ROOT)
    if not stamps.stale(f"python-{name}", digest) and python().exists():
        return
    log = state_folder() / "pip.log"
    if not python().exists():
        # Under another name until it is whole: a set-up that is interrupted leaves nothing.
        new = state_folder() / "venv.new"
        for left in (new, state_folder() / "venv"):
            shutil.rmtree(left, ignore_errors=True)
        venv = [sys.executable, "-m", "venv", str(new)]
        run_step("making a virtual environment for Python", venv, log)
        new.rename(state_folder() / "venv")
    install = [str(python()), "-m", "pip", "install", "--disable-pip-version-check"]
    run_step("installing Python packages", [*install, "-r", str(requirements[-1])], log)
    # In place, by what the line above installed; nothing is fetched again.
    core = [*install, "--no-deps", "--no-build-isolation", "--editable", str(ROOT / "core")]
    run_step("installing the core", core, log)
    stamps.done(f"python-{name}", digest)


def ensure_web(*, build: bool = True) -> None:
    """Install the npm packages and build the screens into web/dist."""
    stamps = Stamps()
    log = state_folder() / "npm.log"
    lock = _digest([WEB / "package-lock.json", WEB / "package.json"])
    if stamps.stale("npm", lock) or not (WEB / "node_modules").is_dir():
        run_step("installing npm packages", ["npm", "ci", "--no-fund", "--no-audit"], log, cwd=WEB)
        stamps.done("npm", lock)
    if not build:
        return
    settings = [p for p in WEB.iterdir() if p.is_file()]
    inputs = _digest([*settings, *_files(WEB / "src")])
    if stamps.stale("build", inputs) or not (WEB / "dist" / "index.html").exists():
        new = WEB / "dist.new"
        build_it = ["npm", "run", "build", "--", "--outDir", new.name, "--emptyOutDir"]
        run_step("building the screens", build_it, log, cwd=WEB)
        shutil.rmtree(WEB / "dist", ignore_errors=True)
        new.rename(WEB / "dist")
        stamps.done("build", inputs)


def prepare(*, develop: bool = False, browser: bool = False, build: bool = True) -> None:
    """Bring this checkout to where it can run; quick when nothing changed."""
    say("Snabo: checking that everything needed is here")
    ensure_packages(browser=browser)
    ensure_python(develop=develop)
    ensure_web(build=build)
