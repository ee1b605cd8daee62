// Command inkysparrow plans the finishing of a scale model: it serves the web application and checks plan files on the command line.
package main

import (
	"errors"
	"fmt"
	"io"
	"os"
	_ "time/tzdata" // time zones ship with the program

	"github.com/spf13/cobra"
)

// Exit statuses of the program.
const (
	exitFound = 1 // a check found something that would lose work
	exitBad   = 2 // bad input, or the program could not do its work
	exitLacks = 3 // an export lacks what could not be read, or a photograph can't be trusted enough to be measured
)

// errFound is returned by a check that printed a stop finding.
var errFound = errors.New("work would be lost")

// errLacks is returned by an export that had to leave something out.
var errLacks = errors.New("what can't be read is missing from it")

func main() { os.Exit(run(os.Args[1:], os.Stdin, os.Stdout, os.Stderr)) }

// errUntrusted is returned where a photograph can't be trusted enough; why was printed.
var errUntrusted = errors.New("the photograph can't be trusted enough to be measured")

// run is the program without the process around it; it returns the exit status.
func run(args []string, stdin io.Reader, stdout, stderr io.Writer) int {
	root := &cobra.Command{
		Use: "inkysparrow", Short: "Which films lie on your model, and what the next liquid does to them",
		SilenceUsage: true, SilenceErrors: true, CompletionOptions: cobra.CompletionOptions{HiddenDefaultCmd: true},
	}
	root.SetArgs(args)
	root.SetIn(stdin)
	root.SetOut(stdout)
	root.SetErr(stderr)
	root.AddCommand(serveCommand(), demoCommand(), checkCommand(), washesCommand(), lastCoatCommand(), rescueCommand(), measureCommand(), mixCommand(), lookCommand(), stainsCommand(), howCommand(), enoughCommand(), learnedCommand(), tonightCommand(), orderCommand(), hygrometerCommand(),
		backupCommand(), restoreCommand(), exportCommand(), importCommand(), verifyCommand(), passphraseCommand())
	switch err := root.Execute(); {
	case errors.Is(err, errFound):
		return exitFound
	case errors.Is(err, errLacks), errors.Is(err, errUntrusted):
		fmt.Fprintln(stderr, "inkysparrow:", err)
		return exitLacks
	case err != nil:
		fmt.Fprintln(stderr, "inkysparrow:", err)
		return exitBad
	}
	return 0
}
