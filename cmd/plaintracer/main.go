// Command plaintracer serves the application and works on chart files from the
// command line.
package main

import (
	"errors"
	"fmt"
	"os"
	"strings"

	"github.com/spf13/cobra"
)

func main() {
	root := &cobra.Command{
		Use:           "plaintracer",
		Short:         "Map how work is done, as flowcharts and swimlane diagrams",
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	root.CompletionOptions.DisableDefaultCmd = true
	root.AddCommand(
		importCommand(),
		layoutCommand(),
		tidyCommand(),
		numberCommand(),
		exportCommand(),
		proofCommand(),
		serveCommand(),
		backupCommand(),
		restoreCommand(),
		demoCommand(),
		outsideCommand(),
	)
	if err := root.Execute(); errors.Is(err, errFound) {
		os.Exit(1)
	} else if err != nil {
		// One line, whatever the error was made of.
		fmt.Fprintln(os.Stderr, "plaintracer: "+strings.Join(strings.Fields(err.Error()), " "))
		os.Exit(2)
	}
}
