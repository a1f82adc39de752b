"""The command line: serve the application, press a recipe to a file, check a data file."""

from __future__ import annotations

import argparse
import gc
import os
import sys
from collections.abc import Sequence
from pathlib import Path

from dodecant.exercise.press import press
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exports.registry import OF_EXERCISES
from dodecant.formats.json.documents import from_json
from dodecant.store.database import Database, DataFileError
from dodecant.store.demo import prepare_demo
from dodecant.tables import load_tables


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
    except (DataFileError, OSError) as error:
        print(error, file=sys.stderr)
    return 1


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="dodecant", description="Exercises through all twelve keys.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    serve = commands.add_parser("serve", help="start the application on this machine")
    serve.add_argument("--port", type=int, default=8012, help="port on 127.0.0.1 (default: %(default)s)")
    serve.add_argument("--data", type=Path, help="data file (default: one in your data folder)")
    serve.add_argument("--demo", action="store_true", help="with demo data, in a data file of its own")
    serve.set_defaults(run=_serve)

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
    import uvicorn

    from dodecant.api.app import create_app

    name = "demo.db" if options.demo else "dodecant.db"
    path = options.data or _data_folder() / name
    if options.demo:
        database = prepare_demo(path)
    else:
        database = Database(path)
        database.prepare()
    gc.collect()
    gc.set_threshold(50_000, 20, 20)  # an exercise makes a hundred thousand small values, hardly any of them in rings
    gc.freeze()  # the tables and modules stay for good: the collector need not look at them with every exercise
    print(f"Dodecant is at http://127.0.0.1:{options.port} (data in {path}). Ctrl-C stops it.", flush=True)
    uvicorn.run(create_app(database), host="127.0.0.1", port=options.port, log_level="warning")
    return 0


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
    base = os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share"
    return Path(base) / "dodecant"


if __name__ == "__main__":
    sys.exit(main())
