"""Times the rotation search against OR-Tools CP-SAT (PyPI `ortools`), both in one run.

    python bench/rotation.py [--seeds N] [--write CSV] FILE...

Solves each FILE and the problems of seeds 1..N with both, checks that their optima agree, and prints
the ratio of the times to the proof: the product on one thread, CP-SAT on two workers. `--write` keeps
the optima that CP-SAT found, for the tests.
"""

import argparse
import json
import statistics
import subprocess
from pathlib import Path

import ortools
from rotation_reference import solve

ROOT = Path(__file__).resolve().parent.parent
EXAMPLES = ROOT / "target" / "release" / "examples"


def run(name, *arguments):
    """What an example program prints, read as JSON."""
    done = subprocess.run([EXAMPLES / name, *map(str, arguments)], check=True, capture_output=True, text=True)
    return json.loads(done.stdout)


def main():
    """Reads the arguments, solves everything with both and prints the table."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("files", nargs="*")
    parser.add_argument("--seeds", type=int, default=0)
    parser.add_argument("--write")
    asked = parser.parse_args()
    subprocess.run(["cargo", "build", "--release", "-p", "sparrow-rotate", "--examples"], check=True, cwd=ROOT)
    scratch = ROOT / "target" / "rotation-instance.json"
    ratios, lines = [], []
    for source in [*asked.files, *range(1, asked.seeds + 1)]:
        path = source
        if isinstance(source, int):
            path = scratch
            scratch.write_text(json.dumps(run("rotation_instance", source)), encoding="utf-8")
        instance = json.loads(Path(path).read_text(encoding="utf-8"))
        theirs, ours = solve(instance), run("rotate", path)
        agreed = theirs["proven"] and ours["proven"] and theirs["cost"] == ours["cost"]
        ratios.append(ours["seconds"] / theirs["seconds"])
        size = f"{len(instance['sections'])} sections, {instance['years']} years, {len(instance['demands'])} demands"
        print(f"{Path(str(source)).name:>16}  {size}  cost {ours['cost']:>6} {'agreed' if agreed else theirs}"
              f"  {ours['seconds']:.3f} s : {theirs['seconds']:.3f} s = {ratios[-1]:.2f}", flush=True)
        lines.append(f"{source},{theirs['cost']},{theirs['proven']}")
    print(f"ratio: median {statistics.median(ratios):.2f}, worst {max(ratios):.2f}, of {len(ratios)}")
    if asked.write:
        header = f"# seed, least cost, proved; OR-Tools CP-SAT {ortools.__version__}, bench/rotation_reference.py, 2 workers"
        Path(asked.write).write_text("\n".join([header, *lines]) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
