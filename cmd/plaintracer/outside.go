package main

import (
	"os"

	"github.com/spf13/cobra"

	"plaintracer/format/outside"
)

// outsideCommand reads one file that somebody brought to a server, for that server.
func outsideCommand() *cobra.Command {
	return &cobra.Command{
		Use:    outside.Command,
		Hidden: true,
		Args:   cobra.NoArgs,
		RunE:   func(*cobra.Command, []string) error { return outside.Main(os.Stdin, os.Stdout) },
	}
}
