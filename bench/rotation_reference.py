"""The rotation problem solved by OR-Tools CP-SAT, as an independent reference.

The model follows the problem's own words: whole squares, presence, pairs of years that clash, heavy
feeding after heavy feeding, crops spread over sections. It shares no code with the product's search.
"""

import json
import sys
import time

from ortools.sat.python import cp_model

SHORT, CLASH, HEAVY, SPREAD = 1000, 100, 10, 1


def model_of(instance):
    """Builds the CP-SAT model of one instance; gives the model and its squares by (demand, section, year)."""
    model = cp_model.CpModel()
    years = range(instance["years"])
    sections = {s["id"]: s for s in instance["sections"]}
    families = {f["id"]: f for f in instance["families"]}
    cost = []
    squares, stands = {}, {}
    present = {(f, s, y): model.new_bool_var("") for f in families for s in sections for y in years}
    for demand in instance["demands"]:
        allowed = [s for s in sections if set(demand["needs"]) <= set(sections[s]["tags"])]
        for y in years:
            short = model.new_int_var(0, demand["squares"], "")
            cost.append(SHORT * short)
            for s in allowed:
                most = min(demand["squares"], sections[s]["squares"])
                q = squares[demand["id"], s, y] = model.new_int_var(0, most, "")
                here = stands[demand["id"], s, y] = model.new_bool_var("")
                model.add(q >= 1).only_enforce_if(here)
                model.add(q == 0).only_enforce_if(~here)
                model.add_implication(here, present[demand["family"], s, y])
            model.add(sum(squares[demand["id"], s, y] for s in allowed) + short == demand["squares"])
            spread = model.new_int_var(0, len(sections), "")
            model.add(spread >= sum(stands[demand["id"], s, y] for s in allowed) - 1)
            cost.append(SPREAD * spread)
    for s in sections:
        for y in years:
            for slot in instance["slots"]:
                users = [squares[d["id"], s, y] for d in instance["demands"]
                         if slot in d["slots"] and (d["id"], s, y) in squares]
                if users:
                    model.add(sum(users) <= sections[s]["squares"])
    stood = {(h["family"], h["section"], h["year"]) for h in instance["history"]}
    for f, family in families.items():
        for s in sections:
            for later in years:
                for gap in range(1, family["interval"]):
                    weight = CLASH * family["risk"] * (family["interval"] - gap)
                    if later - gap >= 0:
                        both = model.new_bool_var("")
                        model.add_bool_or(~present[f, s, later], ~present[f, s, later - gap], both)
                        cost.append(weight * both)
                    elif (f, s, later - gap) in stood:
                        cost.append(weight * present[f, s, later])
    heavy = [f for f in families if families[f]["feeding"] == "heavy"]
    for s in sections:
        hungry = {}
        for y in years:
            hungry[y] = model.new_bool_var("")
            for f in heavy:
                model.add_implication(present[f, s, y], hungry[y])
        for y in years:
            if y == 0:
                if any((f, s, -1) in stood for f in heavy):
                    cost.append(HEAVY * hungry[0])
            else:
                both = model.new_bool_var("")
                model.add_bool_or(~hungry[y], ~hungry[y - 1], both)
                cost.append(HEAVY * both)
    model.minimize(sum(cost))
    return model, squares


def solve(instance, workers=2, seconds=600.0):
    """Solves an instance to the proof, or until the seconds are over."""
    model, squares = model_of(instance)
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = workers
    solver.parameters.max_time_in_seconds = seconds
    begun = time.perf_counter()
    status = solver.solve(model)
    took = time.perf_counter() - begun
    assign = [
        {"demand": d, "section": s, "year": y, "squares": solver.value(q)}
        for (d, s, y), q in squares.items()
        if solver.value(q) > 0
    ]
    return {
        "cost": round(solver.objective_value),
        "proven": status == cp_model.OPTIMAL,
        "bound": round(solver.best_objective_bound),
        "seconds": took,
        "assign": assign,
    }


if __name__ == "__main__":
    for path in sys.argv[1:]:
        with open(path, encoding="utf-8") as file:
            answer = solve(json.load(file))
        print(path, answer["cost"], answer["proven"], answer["bound"], f"{answer['seconds']:.3f} s")
