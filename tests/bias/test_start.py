"""The settings as a machine begins with them: the folder, the secret, what is set for a site that others reach."""

import os
import stat
import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
TELL = (
    "from bias import settings as s; print(s.SECRET_KEY, s.SECURE_HSTS_SECONDS, s.SECURE_SSL_REDIRECT,"
    " getattr(s, 'SECURE_PROXY_SSL_HEADER', None))"
)


def begun(var, **environment):
    """What a process says that begins with a folder of its own."""
    known = {**os.environ, "BIAS_VAR": str(var), **environment}
    return subprocess.run([sys.executable, "-c", TELL], cwd=ROOT, env=known, capture_output=True, text=True)


def mode(path):
    return stat.S_IMODE(path.stat().st_mode)


def test_the_folder_its_database_and_the_secret_are_their_owners_alone(tmp_path):
    var = tmp_path / "var"
    var.mkdir(mode=0o755)
    (var / "bias.sqlite3").touch(mode=0o644)
    first = begun(var).stdout
    assert [mode(var), mode(var / "bias.sqlite3"), mode(var / "secret-key")] == [0o700, 0o600, 0o600]
    assert begun(var).stdout == first
    assert sorted(path.name for path in var.iterdir()) == ["bias.sqlite3", "secret-key"]


def test_an_empty_secret_is_refused(tmp_path):
    (tmp_path / "secret-key").touch()
    refused = begun(tmp_path)
    assert refused.returncode
    assert "secret-key is empty: delete it" in refused.stderr


def test_two_that_begin_at_once_have_one_secret(tmp_path):
    known = {**os.environ, "BIAS_VAR": str(tmp_path)}
    several = [
        subprocess.Popen([sys.executable, "-c", TELL], cwd=ROOT, env=known, stdout=subprocess.PIPE) for _ in range(4)
    ]
    assert len({each.communicate(timeout=60)[0] for each in several}) == 1


@pytest.mark.parametrize(
    ("environment", "says"),
    [
        ({}, "0 False None"),
        ({"BIAS_HSTS_SECONDS": "600", "BIAS_HTTPS_REDIRECT": "1"}, "600 True None"),
        ({"BIAS_BEHIND_PROXY": "1"}, "0 False ('HTTP_X_FORWARDED_PROTO', 'https')"),
    ],
)
def test_what_is_set_for_a_site_that_others_reach(tmp_path, environment, says):
    assert begun(tmp_path, BIAS_SECRET_KEY="given", **environment).stdout.strip() == f"given {says}"


def test_a_worker_of_the_server_reckons_in_one_thread():
    known = {key: value for key, value in os.environ.items() if key != "OPENBLAS_NUM_THREADS"}
    asked = "import bias.settings, os, numpy, scipy.linalg; print(len(os.listdir('/proc/self/task')))"
    answer = subprocess.run([sys.executable, "-c", asked], cwd=ROOT, env=known, capture_output=True, text=True)
    assert answer.stdout.split() == ["1"]
