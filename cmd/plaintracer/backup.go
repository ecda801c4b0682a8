package main

import (
	"fmt"

	"github.com/spf13/cobra"

	"plaintracer/store"
)

func backupCommand() *cobra.Command {
	var data string
	cmd := &cobra.Command{
		Use:   "backup FILE",
		Short: "Copy the data folder to a file, also while the server runs",
		Args:  cobra.ExactArgs(1),
		RunE: func(_ *cobra.Command, args []string) error {
			if err := store.Backup(data, args[0]); err != nil {
				return err
			}
			fmt.Printf("Backed up %s to %s\n", data, args[0])
			return nil
		},
	}
	cmd.Flags().StringVar(&data, "data", env("PLAINTRACER_DATA", "data"), "data folder (PLAINTRACER_DATA)")
	return cmd
}

func restoreCommand() *cobra.Command {
	var data string
	cmd := &cobra.Command{
		Use:   "restore FILE",
		Short: "Put a backup into an empty data folder",
		Args:  cobra.ExactArgs(1),
		RunE: func(_ *cobra.Command, args []string) error {
			if err := store.Restore(data, args[0]); err != nil {
				return err
			}
			fmt.Printf("Restored %s to %s\n", args[0], data)
			return nil
		},
	}
	cmd.Flags().StringVar(&data, "data", env("PLAINTRACER_DATA", "data"), "data folder (PLAINTRACER_DATA)")
	return cmd
}
