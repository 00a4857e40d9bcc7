"""The studio command: what it says when something is missing or in the way."""

import io
import os
import socket
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from unittest import mock

from workshop import install
from workshop.backup import backup, default_file, restore
from workshop.console import ROOT, Trouble, run
from workshop.database import Database, alive, free_port, stop_process
from workshop.serving import Stack
from workshop.testing import failed_tests


class MissingThingsTest(unittest.TestCase):
    def missing(self, *tools: str) -> "mock._patch[object]":
        found = install._found
        return mock.patch.object(install, "_found", lambda tool: tool not in tools and found(tool))

    def test_without_root_and_sudo_one_sentence_says_what_to_ask_for(self) -> None:
        with (
            self.missing("mariadbd", "sudo"),
            mock.patch("os.geteuid", return_value=1000),
            self.assertRaises(Trouble) as caught,
        ):
            install._debian_packages()
        self.assertIn("apt-get install mariadb-server-core", str(caught.exception))

    def test_with_sudo_it_is_used(self) -> None:
        commands: list[list[str]] = []
        with (
            self.missing("chromium"),
            mock.patch("os.geteuid", return_value=1000),
            mock.patch.object(install, "_found", lambda tool: tool != "chromium"),
            mock.patch.object(install, "run", lambda c, *_, **__: commands.append(c)),
        ):
            install._debian_packages(with_browser=True)
        self.assertEqual([c[0] for c in commands], ["sudo", "sudo"])
        self.assertIn("chromium", commands[1])

    def test_what_comes_along_with_a_cluster_is_kept_from_starting(self) -> None:
        """Debian's policy-rc.d(8): a file that answers 101 forbids it, and goes afterwards."""
        with tempfile.TemporaryDirectory() as folder:
            policy = Path(folder) / "policy-rc.d"
            script = install.NO_SERVICES.replace("/usr/sbin/policy-rc.d", str(policy))
            asked = ["sh", "-c", script, "sh", "sh", "-c", f"{policy}; echo $?"]
            told = subprocess.run(asked, capture_output=True, text=True, check=True).stdout
            self.assertEqual(told.strip(), "101")
            self.assertFalse(policy.exists())
            policy.write_text("one's own")
            subprocess.run(["sh", "-c", script, "sh", "true"], check=True)
            self.assertEqual(policy.read_text(), "one's own")

    def test_without_node_or_with_an_old_one(self) -> None:
        with self.missing("node"), self.assertRaisesRegex(Trouble, "Node.js 20"):
            install._node()
        with (
            mock.patch.object(install, "run", lambda *_, **__: "v18.1.0\n"),
            self.assertRaisesRegex(Trouble, r"v18\.1\.0"),
        ):
            install._node()

    def test_a_command_that_fails_is_one_sentence(self) -> None:
        with mock.patch("sys.stderr"), self.assertRaisesRegex(Trouble, "^It did not work.$"):
            run([sys.executable, "-c", "import sys; sys.exit('why')"], "It did not work.")


class PortTest(unittest.TestCase):
    def test_a_port_in_use_is_named_with_one_that_is_free(self) -> None:
        with socket.socket() as taken, tempfile.TemporaryDirectory() as home:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            port = taken.getsockname()[1]
            stack = Stack(Path(home), port)
            with (
                mock.patch("workshop.serving.ORPHANS_LEAVE_WITHIN_S", 0.0),
                self.assertRaisesRegex(Trouble, f"Port {port} is in use; .*--port {port + 1}"),
            ):
                stack.start()
            self.assertNotEqual(free_port(port), port)

    def test_a_folder_is_used_by_one_program_at_a_time(self) -> None:
        with tempfile.TemporaryDirectory() as home:
            first, second = Stack(Path(home)), Stack(Path(home))
            first.hold()
            with self.assertRaisesRegex(Trouble, "already"):
                second.hold()
            first.stop()
            second.hold()
            second.stop()

    def test_a_port_that_is_none(self) -> None:
        command = ["./studio", "start", "--port", "99999"]
        done = subprocess.run(command, cwd=ROOT, capture_output=True, text=True, check=False)
        self.assertEqual(done.returncode, 1)
        self.assertEqual(done.stderr.strip(), "studio: A port is a number from 1 to 65535.")


class BackupTest(unittest.TestCase):
    def test_what_is_wrong_with_a_file_is_said_before_anything_is_started(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            home = Path(folder) / "var"
            there = Path(folder) / "there.json.gz"
            there.touch()
            wrong = (
                (backup, Path(folder) / "yard.zip", r"call it yard\.zip\.json\.gz"),
                (backup, there, "there already; choose another name"),
                (backup, Path(folder) / "none" / "yard.json.gz", "make it first"),
                (restore, Path(folder) / "yard.json.gz", "There is no file"),
            )
            for act, file, said in wrong:
                with self.subTest(said), self.assertRaisesRegex(Trouble, said):
                    act(Stack(home), file)
            self.assertFalse(home.exists())

    def test_a_backup_without_a_name_is_called_by_the_minute(self) -> None:
        self.assertRegex(str(default_file()), r"^mesotint-\d{4}-\d\d-\d\d-\d{4}\.json\.gz$")


class DatabaseTest(unittest.TestCase):
    def test_secrets_are_made_once_and_are_for_their_owner_alone(self) -> None:
        with tempfile.TemporaryDirectory() as home:
            first = Database(Path(home)).secrets
            self.assertEqual(Database(Path(home)).secrets, first)
            self.assertEqual((Path(home) / "secrets.json").stat().st_mode & 0o777, 0o600)
            self.assertGreaterEqual(len(first["sessions"]), 48)

    def test_a_process_that_does_not_listen_is_ended_all_the_same(self) -> None:
        deaf = (
            "import signal, time; signal.signal(signal.SIGTERM, signal.SIG_IGN); "
            "print(flush=True); time.sleep(60)"
        )
        process = subprocess.Popen([sys.executable, "-c", deaf], stdout=subprocess.PIPE)
        assert process.stdout is not None
        process.stdout.readline()
        self.assertTrue(alive(process.pid, "time.sleep(60)"))
        stop_process(process.pid, "time.sleep(60)", within_s=0.3)
        self.assertFalse(alive(process.pid, "time.sleep(60)"))
        process.wait()
        process.stdout.close()

    def test_another_process_with_the_same_number_is_left_alone(self) -> None:
        self.assertFalse(alive(os.getpid(), "--datadir=/nowhere"))


class TallyTest(unittest.TestCase):
    def test_a_test_that_fails_in_several_parts_is_one(self) -> None:
        """As unittest itself writes it, of tests made here."""

        class Made(unittest.TestCase):
            def test_parts(self) -> None:
                for part in range(3):
                    with self.subTest(part=part):
                        self.assertEqual(part, 1)

            def test_breaks(self) -> None:
                raise RuntimeError("FAIL: of its own words")

            def test_passes(self) -> None:
                self.assertTrue(Made)

        told = io.StringIO()
        tests = unittest.defaultTestLoader.loadTestsFromTestCase(Made)
        unittest.TextTestRunner(told).run(tests)
        self.assertIn("FAILED (failures=2, errors=1)", told.getvalue())
        self.assertEqual(failed_tests(told.getvalue()), 2)
        self.assertEqual(failed_tests("Ran 3 tests in 0.1s\n\nOK\n"), 0)
