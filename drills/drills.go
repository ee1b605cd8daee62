// Package drills tries what the program promises of its file on the program itself: killed, out of room, copied, damaged, locked, lied to and loaded.
// The tests are the drills, shortened; go test ./drills -v -full runs them at their full length. docs/reliability.md tells what each one promises.
package drills
