# Sourced by the examples: one session for each person, with curl and jq only.
# SAFESTEP_URL and SAFESTEP_PRACTICE_URL say where the demo is; the defaults are those of ./safestep demo.
set -euo pipefail

SAFESTEP_URL=${SAFESTEP_URL:-http://127.0.0.1:${SAFESTEP_PORT:-8077}}
SAFESTEP_PRACTICE_URL=${SAFESTEP_PRACTICE_URL:-http://127.0.0.1:${SAFESTEP_PRACTICE_PORT:-8078}}
PASSWORD=${SAFESTEP_PASSWORD:-practice}
JARS=$(mktemp -d)
trap 'rm -rf "$JARS"' EXIT

say() { printf '%s\n' "$*"; }

# as PERSON METHOD PATH [JSON]: one request; prints the answer, ends the script with the problem's sentence if refused.
as() {
  local person=$1 method=$2 path=$3 body=${4:-} jar=$JARS/$1 answer status
  [ -e "$jar" ] || log_in "$person"
  local token
  token=$(awk '$6 == "XSRF-TOKEN" { print $7 }' "$jar")
  answer=$(curl -sS -b "$jar" -c "$jar" -X "$method" -H 'Content-Type: application/json' -H "X-XSRF-TOKEN: $token" \
    ${body:+--data "$body"} -w '\n%{http_code}' "$SAFESTEP_URL$path")
  status=${answer##*$'\n'}
  answer=${answer%$'\n'*}
  if [ "$status" -ge 400 ]; then
    say "$method $path was refused for $person: $(jq -r '.detail // .' <<<"$answer" 2>/dev/null || say "$answer")" >&2
    exit 1
  fi
  printf '%s' "$answer"
}

# The token comes as a cookie with every answer and has to be repeated in a header. It changes at log-in.
log_in() {
  local jar=$JARS/$1
  curl -sS -c "$jar" -o /dev/null "$SAFESTEP_URL/api/session"
  local token
  token=$(awk '$6 == "XSRF-TOKEN" { print $7 }' "$jar")
  local status
  status=$(curl -sS -b "$jar" -c "$jar" -o /dev/null -w '%{http_code}' -H 'Content-Type: application/json' -H "X-XSRF-TOKEN: $token" \
    --data "$(jq -n --arg login "$1" --arg password "$PASSWORD" '{login: $login, password: $password}')" \
    "$SAFESTEP_URL/api/session")
  [ "$status" = 200 ] || { say "$1 could not log in at $SAFESTEP_URL (status $status)." >&2; exit 1; }
  curl -sS -b "$jar" -c "$jar" -o /dev/null "$SAFESTEP_URL/api/session"
}

# submit_change JSON: drafts as roake and submits; prints the number.
submit_change() {
  local draft number
  draft=$(as roake POST /api/changes "$1")
  number=$(jq -r .number <<<"$draft")
  as roake POST "/api/changes/$number/submission" "$(jq '{version: .version}' <<<"$draft")" >/dev/null
  say "$number"
}

# approve NUMBER: dfennimore approves exactly what is there now.
approve() {
  local seal
  seal=$(as dfennimore GET "/api/changes/$1" | jq -r .seal)
  as dfennimore POST "/api/changes/$1/approvals" \
    "$(jq -n --arg seal "$seal" '{verdict: "APPROVED", comment: "Looked at lines and undo.", seal: $seal}')" >/dev/null
}

# book_now NUMBER: mtarrant books into the window that is open.
book_now() {
  local opening
  opening=$(as mtarrant GET "/api/changes/$1/booking" |
    jq -e '[.openings[] | select(.openNow and .fits)][0] | {windowId, opensAt, automatic: false}') ||
    { say "No window that fits is open now." >&2; exit 1; }
  as mtarrant POST "/api/changes/$1/booking" "$opening" >/dev/null
}

# run_to_the_end NUMBER: pquill starts the run and waits at most five minutes; prints the run as JSON.
run_to_the_end() {
  local run id
  id=$(as pquill POST "/api/changes/$1/runs" | jq -r .id)
  for _ in $(seq 300); do
    run=$(as pquill GET "/api/runs/$id")
    if [ "$(jq -r .endedAt <<<"$run")" != null ]; then
      printf '%s' "$run"
      return
    fi
    sleep 1
  done
  say "Run $id did not end within five minutes." >&2
  exit 1
}
