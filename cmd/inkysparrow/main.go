// Command inkysparrow plans the finishing of a scale model: it serves the web application and checks plan files on the command line.
package main

import (
	"errors"
	"fmt"
	"os"
	_ "time/tzdata" // time zones ship with the program

	"github.com/spf13/cobra"
)

// Exit statuses of the program.
const (
	exitFound = 1 // a check found something that would lose work
	exitBad   = 2 // bad input, or the program could not do its work
)

// errFound is returned by a check that printed a stop finding.
var errFound = errors.New("work would be lost")

func main() {
	root := &cobra.Command{
		Use: "inkysparrow", Short: "Which films lie on your model, and what the next liquid does to them",
		SilenceUsage: true, SilenceErrors: true, CompletionOptions: cobra.CompletionOptions{HiddenDefaultCmd: true},
	}
	root.AddCommand(serveCommand(), demoCommand(), checkCommand())
	switch err := root.Execute(); {
	case errors.Is(err, errFound):
		os.Exit(exitFound)
	case err != nil:
		fmt.Fprintln(os.Stderr, "inkysparrow:", err)
		os.Exit(exitBad)
	}
}
