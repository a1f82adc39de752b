"""The command line: serve the application, press a recipe to a file, check a data file."""

from __future__ import annotations

import argparse
import errno
import logging
import os
import socket
import sys
from collections.abc import Sequence
from contextlib import suppress
from datetime import UTC, datetime
from getpass import getpass
from pathlib import Path
from typing import TYPE_CHECKING

import platformdirs

from dodecant.exercise.press import press
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exports.registry import OF_EXERCISES
from dodecant.formats.json.documents import from_json
from dodecant.store.arrivals import take_out_lost
from dodecant.store.database import Database, DataFileError, atomic
from dodecant.store.demo import prepare_demo
from dodecant.tables import load_tables

if TYPE_CHECKING:
    from dodecant.api.access.visitors import Sharing  # the server's own modules are read when it serves


def main(arguments: Sequence[str] | None = None) -> int:
    """Run a command; the exit code is 0 when it worked, 1 when the input was at fault, 2 for a wrong call."""
    parser = _parser()
    options = parser.parse_args(arguments)
    try:
        return int(options.run(options))
    except RecipeError as error:
        for problem in error.problems:
            place = problem.pointer or "/"
            print(f"{place}: {problem.message} {problem.cure}".rstrip(), file=sys.stderr)
    except WrongCallError as error:
        print(error, file=sys.stderr)
        return 2
    except DataFileError as error:
        print(error, file=sys.stderr)
        return 2 if options.run is _serve else 1
    except OSError as error:
        print(error, file=sys.stderr)
    return 1


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="dodecant", description="Exercises through all twelve keys.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    serve = commands.add_parser("serve", help="start the application on this machine")
    serve.add_argument("--port", type=int, default=8012, help="port on 127.0.0.1 (default: %(default)s)")
    serve.add_argument("--data", type=Path, help="data file (default: one in your data folder)")
    serve.add_argument("--demo", action="store_true", help="with demo data, in a data file of its own")
    serve.add_argument("--share", action="store_true", help="let others on your network in, by links and a passphrase")
    serve.add_argument("--address", default="", help="what links begin with, such as https://practice.example")
    serve.add_argument("--log", action="store_true", help="write a line about every request")
    serve.set_defaults(run=_serve)

    secret = commands.add_parser("passphrase", help="set the passphrase that opens your screens where they are shared")
    secret.add_argument("--data", type=Path, help="data file (default: one in your data folder)")
    secret.set_defaults(run=_set_passphrase)

    pressing = commands.add_parser("press", help="work a recipe out and write it to a file")
    pressing.add_argument("recipe", type=Path, metavar="RECIPE.json")
    pressing.add_argument("--to", choices=[kind for kind in OF_EXERCISES if kind != "recipe"], required=True)
    pressing.add_argument("-o", "--output", type=Path, required=True, metavar="FILE")
    pressing.set_defaults(run=_press)

    check = commands.add_parser("check", help="check the data file for damage")
    check.add_argument("--data", type=Path, help="data file (default: one in your data folder)")
    check.set_defaults(run=_check)
    return parser


def _serve(options: argparse.Namespace) -> int:
    with _listening(options.port, everywhere=options.share) as listening:
        _serve_on(listening, options)
    return 0


def _serve_on(listening: socket.socket, options: argparse.Namespace) -> None:
    """Serve until it is stopped, which ends the program."""
    name = "demo.db" if options.demo else "dodecant.db"
    path = options.data or _data_folder() / name
    if options.demo:
        database = prepare_demo(path)
    else:
        database = Database(path)
        database.prepare()
    with database.connection() as connection:
        take_out_lost(connection, datetime.now(UTC))
    sharing = _sharing(database, options) if options.share else None
    from dodecant.api.workers.pool import InProcesses

    workers = InProcesses(warm="dodecant.api.warm")  # its processes begin while what follows is read
    import uvicorn

    from dodecant.api.access.network import OwnNetwork
    from dodecant.api.app import create_app
    from dodecant.api.warm import settle

    load_tables()
    settle()
    if options.log:
        logging.basicConfig(level=logging.INFO, format="%(asctime)s %(message)s")

    class Announced(uvicorn.Server):
        """Says where it is once it answers."""

        async def startup(self, sockets: list[socket.socket] | None = None) -> None:
            await super().startup(sockets)
            print(f"Dodecant is at http://127.0.0.1:{options.port} (data in {path}). Ctrl-C stops it.", flush=True)
            if sharing is not None:
                openly = "" if sharing.secure else " Whoever is on the same network can read what goes there."
                print(f"Others reach it at {sharing.address}.{openly}", flush=True)

    network = None if options.share else OwnNetwork(options.port, options.address)
    app = create_app(database, workers, sharing, network)
    config = uvicorn.Config(app, log_level="warning", timeout_graceful_shutdown=1)
    with suppress(KeyboardInterrupt):
        Announced(config).run([listening])
    workers.close()
    sys.stdout.flush()
    os._exit(0)  # work that nobody waits for any more is not waited for; what was acknowledged is on the disk


def _sharing(database: Database, options: argparse.Namespace) -> Sharing:
    """How others reach the server; raises a WrongCallError where there is no passphrase yet."""
    from dodecant.api.access.addresses import sharing_at
    from dodecant.store.shares import passphrase_hash

    with database.connection() as connection:
        if passphrase_hash(connection) is None:
            where = f" --data {options.data}" if options.data else ""
            raise WrongCallError(
                f"Set a passphrase first, so that only you open your screens: dodecant passphrase{where}"
            )
    return sharing_at(options.port, options.address)


def _set_passphrase(options: argparse.Namespace) -> int:
    from dodecant.api.access.passphrase import hashed
    from dodecant.store.shares import keep_passphrase

    typed = getpass("Passphrase: ") if sys.stdin.isatty() else sys.stdin.readline().rstrip("\n")
    database = Database(options.data or _data_folder() / "dodecant.db")
    database.prepare()
    new = hashed(typed)
    with database.connection() as connection, atomic(connection):
        keep_passphrase(connection, new, datetime.now(UTC))
    print("The passphrase is set. Whoever was in has to come in again.")
    return 0


def _listening(port: int, *, everywhere: bool = False) -> socket.socket:
    """The door, opened before anything is made; raises a WrongCallError in words where it cannot be."""
    if not 0 < port < 65536:
        raise WrongCallError(f"{port} is no port. Choose one from 1024 to 65535 with --port.")
    from dodecant.api.access.sockets import listening

    try:
        return listening("0.0.0.0" if everywhere else "127.0.0.1", port)  # noqa: S104 - asked for by name
    except OSError as error:
        if error.errno == errno.EADDRINUSE:
            message = f"Port {port} is taken, perhaps by another Dodecant. Choose another one with --port."
            raise WrongCallError(message) from error
        raise WrongCallError(f"Port {port} cannot be used here. Choose one above 1023 with --port.") from error


class WrongCallError(RuntimeError):
    """The command cannot be run as it was called; the message says what would be right."""


def _press(options: argparse.Namespace) -> int:
    exercise = press(from_json(options.recipe.read_bytes()), load_tables())
    options.output.write_bytes(OF_EXERCISES[options.to].write(exercise))
    return 0


def _check(options: argparse.Namespace) -> int:
    path = options.data or _data_folder() / "dodecant.db"
    if not path.exists():
        raise DataFileError(f"There is no data file at {path}.")
    problems = Database(path).problems()
    print("\n".join(problems) if problems else f"{path} is sound.")
    return 1 if problems else 0


def _data_folder() -> Path:
    """Where the system keeps a program's data; where earlier versions kept it, if it is there."""
    earlier = Path.home() / ".local" / "share" / "dodecant"
    return earlier if earlier.is_dir() else platformdirs.user_data_path("dodecant", appauthor=False)


if __name__ == "__main__":
    sys.exit(main())
