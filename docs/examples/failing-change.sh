#!/usr/bin/env bash
# A change that a check finds wrong. Exit code 0 only if it ended ROLLED_BACK and the device's running configuration
# equals its backup from before.
. "$(dirname "$0")/session.sh"

device=brn-gw-b
held_before=$(curl -sS "$SAFESTEP_PRACTICE_URL/api/devices/$device/running")
number=$(submit_change "$(jq -n --arg device "$device" '{
  version: 0,
  title: "Half the gate VLAN, on one gateway only",
  reason: "Shows what happens when the other gateway is forgotten.",
  undoAccepted: false,
  targets: [{device: $device, lines: "interface vlan 40\n  address 10.77.40.3/24"}],
  checks: [{read: "neighbours", expectation: "SAME_AS_BEFORE", value: null, settleSeconds: 6}]
}')")
approve "$number"
book_now "$number"
say "CR-$number is approved and booked; the run starts."
run=$(run_to_the_end "$number")
jq -r .verdict <<<"$run"

state=$(as roake GET "/api/changes/$number" | jq -r .state)
[ "$state" = ROLLED_BACK ] || { say "CR-$number ended $state." >&2; exit 1; }
# A fresh backup is read from the device now; equal hashes are equal configurations.
before=$(jq -r '.devices[0].before.hash' <<<"$run")
now=$(as pquill POST "/api/devices/$device/backups" '{}' | jq -r '[.[] | select(.kind == "RUNNING")][0].hash')
[ "$before" = "$now" ] || { say "The running configuration of $device is not that of its before-backup." >&2; exit 1; }
[ "$held_before" = "$(curl -sS "$SAFESTEP_PRACTICE_URL/api/devices/$device/running")" ] ||
  { say "$device says that it holds something else than before." >&2; exit 1; }
say "$device holds what it held before: ${now:0:8}."
