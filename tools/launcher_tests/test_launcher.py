"""Trouble gets one clear sentence and a non-zero exit, never a traceback."""

import errno
import itertools
import os
import socket
import subprocess
import sys
import tempfile
import time
import unittest
from pathlib import Path
from unittest import mock

ROOT = Path(__file__).resolve().parents[2]
sys.path.insert(0, str(ROOT / "tools"))

from launcher import cli, database, places, processes, setup  # noqa: E402  the path has to be set first
from launcher.console import Trouble  # noqa: E402


class Home(unittest.TestCase):
    """Works in a state folder of its own, below one that every user may enter."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.home = Path(folder.name)
        self.home.chmod(0o755)
        patch = mock.patch.dict(os.environ, {"SNABO_HOME": str(self.home)})
        patch.start()
        self.addCleanup(patch.stop)

    def snabo(self, *arguments: str, **env: str) -> subprocess.CompletedProcess[str]:
        return subprocess.run(
            [sys.executable, str(ROOT / "snabo"), *arguments],
            env={**os.environ, **env}, capture_output=True, text=True, timeout=300, check=False,
        )  # fmt: skip

    def assert_sentence(self, done: subprocess.CompletedProcess[str], words: str) -> None:
        self.assertEqual(done.returncode, 1, done.stdout + done.stderr)
        self.assertRegex(done.stderr, words)
        self.assertNotIn("Traceback", done.stderr)


class Start(Home):
    """`./snabo start` in trouble."""

    def test_busy_port(self) -> None:
        with socket.socket() as other:
            other.bind(("127.0.0.1", 0))
            other.listen()
            port = str(other.getsockname()[1])
            self.assert_sentence(self.snabo("start", "--port", port), "in use by another program")

    def test_what_is_no_port(self) -> None:
        for port in ("99999", "-1", "0", "eight", "8760.5", ""):
            with self.subTest(port=port):
                self.assert_sentence(self.snabo("start", f"--port={port}"), "is no port")
        self.assert_sentence(self.snabo("start", SNABO_PORT="x"), "'x' is no port")

    def test_root_leaves_somebody_elses_checkout_alone(self) -> None:
        owner = mock.Mock(st_uid=1000)
        with (
            mock.patch("launcher.places.os.geteuid", return_value=0),
            mock.patch.object(Path, "stat", return_value=owner),
            mock.patch.dict(os.environ, {"SUDO_UID": "1000"}),
            self.assertRaisesRegex(Trouble, "without sudo"),
        ):
            places.refuse_anothers_checkout()

    def test_folder_that_cannot_be_written(self) -> None:
        done = self.snabo("start", SNABO_HOME="/proc/no-such-place")
        self.assert_sentence(done, "cannot write to /proc/no-such-place")

    def test_stop_when_nothing_runs(self) -> None:
        done = self.snabo("stop")
        self.assertEqual((done.returncode, done.stdout), (0, "Snabo was not running.\n"))


class Folders(Home):
    """Where things are kept."""

    def test_full_disk(self) -> None:
        full = OSError(errno.ENOSPC, "No space left on device")
        with (
            mock.patch.object(Path, "write_bytes", side_effect=full),
            self.assertRaisesRegex(Trouble, "No space left on device.*SNABO_HOME"),
        ):
            places.state_folder()

    def test_socket_path_stays_short(self) -> None:
        deep = self.home / ("a" * 60) / ("b" * 60)
        self.assertLess(len(os.fsencode(places.socket_path(deep))), 107)
        near = Path("/srv/x")
        self.assertEqual(places.socket_path(near), near / "mariadb.sock")

    def test_secrets_are_private_and_kept(self) -> None:
        first = places.secret("django")
        self.assertEqual(places.secret("django"), first)
        self.assertGreater(len(first), 40)
        self.assertEqual((self.home / "django.secret").stat().st_mode & 0o777, 0o600)


class Tools(Home):
    """What has to be on the machine."""

    def missing(self, user: int) -> None:
        with (
            mock.patch.dict(setup.NEEDED, {"mariadb-server": lambda: False}),
            mock.patch.object(os, "geteuid", return_value=user),
            mock.patch.object(setup, "run_step", side_effect=Trouble("no network")),
        ):
            setup.ensure_packages()

    def test_an_ordinary_user_is_told_the_one_line(self) -> None:
        with self.assertRaisesRegex(Trouble, "sudo apt-get install .*mariadb-server"):
            self.missing(1000)

    def test_root_installs_and_hears_why_not(self) -> None:
        with self.assertRaisesRegex(Trouble, "no network"):
            self.missing(0)

    def test_no_node(self) -> None:
        with (
            mock.patch.object(setup.shutil, "which", return_value=None),
            self.assertRaisesRegex(Trouble, "Node 20 or newer"),
        ):
            setup._check_node()

    def test_old_node(self) -> None:
        old = subprocess.CompletedProcess([], 0, "v18.19.0\n", "")
        with (
            mock.patch.object(setup.subprocess, "run", return_value=old),
            self.assertRaisesRegex(Trouble, "this is v18.19.0"),
        ):
            setup._check_node()

    def test_a_failing_step_shows_the_end_of_its_log(self) -> None:
        log = self.home / "step.log"
        command = [sys.executable, "-c", "print('the reason'); raise SystemExit(3)"]
        with self.assertRaisesRegex(Trouble, r"trying failed \(exit 3\)"):
            setup.run_step("trying", command, log)
        self.assertIn("the reason", log.read_text())

    def test_nothing_runs_twice(self) -> None:
        stamps = setup.Stamps()
        self.assertTrue(stamps.stale("build", "a"))
        stamps.done("build", "a")
        self.assertFalse(setup.Stamps().stale("build", "a"))
        self.assertTrue(setup.Stamps().stale("build", "b"))


class Server(Home):
    """The database's own troubles."""

    def test_data_that_is_no_database(self) -> None:
        broken = database.Database("broken")
        (broken.data / "mysql").mkdir(parents=True)
        (broken.data / "ibdata1").write_text("not a database")
        with self.assertRaisesRegex(Trouble, "did not start; the reason is at the end of"):
            broken.start()
        self.assertIsNone(broken.running_pid())

    def test_a_pid_file_of_something_else_is_not_believed(self) -> None:
        other = database.Database("other")
        other.folder.mkdir(parents=True)
        other.pid_file.write_text(str(os.getpid()))
        self.assertIsNone(other.running_pid())

    def test_a_process_of_ours_is_told_from_one_that_got_its_number(self) -> None:
        kept = self.home / "web.json"
        child = subprocess.Popen(["sleep", "60"])
        processes.remember(kept, child.pid)
        self.assertEqual(processes.remembered(kept), child.pid)
        kept.write_text(kept.read_text().replace('"begun": ', '"begun": 1'))
        self.assertIsNone(processes.remembered(kept))
        processes.remember(kept, child.pid)
        child.kill()
        # A zombie is not alive.
        while processes.begun_at(child.pid) is not None:
            time.sleep(0.01)
        self.assertIsNone(processes.remembered(kept))
        child.wait()
        for broken in ("", "[]", '{"pid": "x"}', '{"pid": 1}'):
            kept.write_text(broken)
            self.assertIsNone(processes.remembered(kept))

    def test_children_end_when_the_launcher_is_killed(self) -> None:
        code = (
            "import subprocess, sys, time; sys.path.insert(0, sys.argv[1]);"
            "from launcher.processes import end_with_parent;"
            "p = subprocess.Popen(['sleep', '60'], preexec_fn=end_with_parent);"
            "print(p.pid, flush=True); time.sleep(60)"
        )
        parent = subprocess.Popen(
            [sys.executable, "-c", code, str(ROOT / "tools")], stdout=subprocess.PIPE, text=True
        )
        assert parent.stdout is not None
        pid = int(parent.stdout.readline())
        self.assertIsNotNone(processes.begun_at(pid))
        parent.kill()
        parent.wait()
        parent.stdout.close()
        limit = time.monotonic() + 60
        while processes.begun_at(pid) is not None and time.monotonic() < limit:
            time.sleep(0.01)
        self.assertIsNone(processes.begun_at(pid))

    def test_a_database_that_came_back_at_another_port_takes_the_web_server_with_it(self) -> None:
        up = mock.Mock(poll=mock.Mock(return_value=None))
        up.terminate.side_effect = lambda: up.poll.configure_mock(return_value=0)
        ports = [{"SNABO_DB_PORT": port} for port in ("1", "2")]
        base = mock.Mock(running_pid=mock.Mock(return_value=None), log="the log")
        base.environment.side_effect = ports
        with (
            mock.patch("launcher.cli._gunicorn", return_value=up) as served,
            mock.patch("launcher.cli._environment", return_value={}),
            mock.patch("launcher.cli._web_file", return_value=self.home / "w"),
            mock.patch("launcher.cli.say"),
        ):
            keeper = cli.Keeper(base, 8760)
            keeper.look()
            self.assertEqual(served.call_count, 2)
            up.poll.configure_mock(return_value=None)
            base.environment.side_effect = ports[:1] * 2
            keeper.look()
            self.assertEqual(served.call_count, 2)

    def test_what_dies_is_started_again_and_gives_up_in_the_end(self) -> None:
        up, said = mock.Mock(), []
        up.poll.side_effect = itertools.cycle([1])
        base = mock.Mock(running_pid=mock.Mock(return_value=None), log="the log")
        with (
            mock.patch("launcher.cli._gunicorn", return_value=up) as served,
            mock.patch("launcher.cli._environment", return_value={}),
            mock.patch("launcher.cli._web_file", return_value=self.home / "w"),
            mock.patch("launcher.cli.say", side_effect=said.append),
        ):
            keeper = cli.Keeper(base, 8760)
            for _ in range(cli.MOST_RESTARTS):
                keeper.look()
            self.assertEqual(base.start.call_count, cli.MOST_RESTARTS)
            self.assertEqual(served.call_count, cli.MOST_RESTARTS + 1)
            self.assertIn("starting it again", said[0])
            with self.assertRaisesRegex(Trouble, "within a minute"):
                keeper.look()


class Counts(Home):
    """The closing line of the tests counts what ran beside each other."""

    # Stands for Python: fails one test without a browser, skips two of others, comes to no end.
    STAND_IN = """#!/bin/sh
case "$*" in
*no-end*) exit 3 ;;
*core/tests*) echo "a line of its own"
  { echo "3 1 0"; echo "core 9 s"; echo "tests.Lid: TimeoutError: too long"; } > "$SNABO_COUNTS"
  exit 1 ;;
*) { echo "5 0 2"; echo "e2e 40 s"; } > "$SNABO_COUNTS" ;;
esac
"""

    def closed(self, *labels: str) -> tuple[int, str]:
        script = self.home / "python"
        script.write_text(self.STAND_IN, "utf-8")
        script.chmod(0o755)
        with (
            mock.patch.object(cli, "python", return_value=script),
            mock.patch.object(cli, "say") as said,
        ):
            code = cli._tested(None, labels)
        self.said = [call.args[0] for call in said.call_args_list]
        return code, self.said[-1]

    def test_both_are_counted_and_either_fails_the_run(self) -> None:
        self.assertEqual(self.closed("e2e"), (0, "5 passed, 0 failed, 2 skipped"))
        self.assertEqual(self.closed("core/tests"), (1, "3 passed, 1 failed"))
        self.assertEqual(self.said[0], "failed: tests.Lid: TimeoutError: too long")
        both = self.closed("core/tests", "server", "e2e")
        self.assertEqual(both, (1, "8 passed, 1 failed, 2 skipped"))
        self.assertEqual(self.said[-2], "time: e2e 40 s, core 9 s")

    def test_what_came_to_no_end_has_failed(self) -> None:
        code, line = self.closed("core/tests", "e2e.no-end")
        self.assertEqual((code, line), (3, "3 passed, 2 failed"))
