"""Serving on the studio's network: what its web server is started with, and what is said."""

import json
import tempfile
import unittest
from pathlib import Path
from unittest import mock

from workshop import __main__ as command
from workshop.console import Trouble
from workshop.serving import Lan, Stack

PAPERS = {
    "address": "192.168.7.20",
    "certificate": "/studio/lan/server.pem",
    "key": "/studio/lan/server.key",
    "fingerprint": "AB:CD",
    "code": "123456",
}


class NetworkTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.home = Path(folder.name)

    def stack(self, lan: Lan | None, **more: bool) -> Stack:
        """A studio that is not started."""
        return Stack(self.home, 8460, lan=lan, **more)

    def test_without_it_nothing_of_a_network_is_known(self) -> None:
        told = self.stack(None).environment
        self.assertEqual((told["MESOTINT_LAN_ADDRESS"], told["MESOTINT_LAN_FINGERPRINT"]), ("", ""))
        self.assertNotIn("MESOTINT_LAN", told)
        self.assertEqual(told["MESOTINT_BIND"], "127.0.0.1:8460")

    def test_the_machine_itself_stays_as_it_was_beside_it(self) -> None:
        stack = self.stack(Lan(papers=PAPERS))
        told = stack.environment
        self.assertEqual(told["MESOTINT_BIND"], "127.0.0.1:8460")
        self.assertEqual(told["MESOTINT_LAN_ADDRESS"], "https://192.168.7.20:8461/")
        self.assertEqual(told["MESOTINT_DEMO"], "1")
        for name in ("MESOTINT_LAN", "MESOTINT_TLS", "MESOTINT_TLS_KEY"):
            self.assertNotIn(name, told)

    def test_the_demo_is_open_there_only_where_both_are_said(self) -> None:
        for demo, said, open_there in (
            (True, False, "0"),
            (True, True, "1"),
            (False, True, "0"),
        ):
            stack = self.stack(Lan(demo=said, papers=PAPERS), demo=demo)
            web = mock.Mock(return_value=mock.Mock(poll=mock.Mock(return_value=None)))
            with (
                self.subTest(demo=demo, said=said),
                mock.patch.object(stack, "_process", web),
                mock.patch("socket.create_connection"),
            ):
                stack.start_network()
                started = web.call_args.kwargs
                self.assertEqual(started["MESOTINT_DEMO"], open_there)
                self.assertEqual(started["MESOTINT_BIND"], "192.168.7.20:8461")
                self.assertEqual(started["MESOTINT_TLS"], "1")
                self.assertIn("192.168.7.20", started["MESOTINT_ALLOWED_HOSTS"].split(","))

    def test_a_server_that_does_not_come_up_is_told(self) -> None:
        stack = self.stack(Lan(papers=PAPERS))
        gone = mock.Mock(poll=mock.Mock(return_value=1))
        with (
            mock.patch.object(stack, "_process", return_value=gone),
            self.assertRaisesRegex(Trouble, r"web\.log says why"),
        ):
            stack.start_network()

    def test_the_papers_are_asked_for_by_the_address_that_was_named(self) -> None:
        for address, words in (("", ("lan",)), ("10.0.0.5", ("lan", "10.0.0.5"))):
            stack = self.stack(Lan(address))
            told = mock.Mock(return_value=json.dumps(PAPERS))
            with (
                mock.patch.multiple(
                    stack,
                    hold=mock.DEFAULT,
                    _start_database=mock.DEFAULT,
                    start_web=mock.DEFAULT,
                    start_network=mock.DEFAULT,
                    start_tasks=mock.DEFAULT,
                    manage=told,
                ),
                mock.patch("workshop.serving.free_port", lambda port: port),
            ):
                stack.start()
            self.assertEqual(told.call_args.args, words)
            self.assertEqual(stack.lan_address, "https://192.168.7.20:8461/")

    def test_address_code_and_fingerprint_are_said(self) -> None:
        stack, lan = self.stack(None), Lan(papers=PAPERS)
        stack.lan = lan
        said: list[str] = []
        with (
            mock.patch.object(command, "say", said.append),
            mock.patch.object(command.subprocess, "run"),
        ):
            command._tell_network(stack, lan)
        told = "\n".join(said)
        for word in ("https://192.168.7.20:8461/", "123 456", "AB:CD", "trust/"):
            self.assertIn(word, told)
