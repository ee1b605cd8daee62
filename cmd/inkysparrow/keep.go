package main

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/spf13/cobra"
	"golang.org/x/term"

	"inkysparrow/core/say"
	"inkysparrow/internal/guard"
	"inkysparrow/internal/store"
)

// command makes a command that works on a database.
func command(use, short, long string, args cobra.PositionalArgs, run func(cmd *cobra.Command, database string, args []string) error) *cobra.Command {
	var database string
	c := &cobra.Command{
		Use: use, Short: short, Long: long, Args: args,
		RunE: func(cmd *cobra.Command, args []string) error { return run(cmd, database, args) },
	}
	c.Flags().StringVar(&database, "database", filepath.Join("data", "inkysparrow.db"), "database file")
	return c
}

func backupCommand() *cobra.Command {
	return command("backup [FILE]", "Copy the database, also while it is being served",
		"Copy the database into FILE, or into the folder backups beside it, and its photographs beside that, once for all backups there. It may be in use\n"+
			"meanwhile; the copy is one whole state of it.",
		cobra.MaximumNArgs(1), func(cmd *cobra.Command, database string, args []string) error {
			if _, err := os.Stat(database); err != nil {
				return err
			}
			to := ""
			if len(args) == 1 {
				to = args[0]
			} else {
				next, err := store.NextBackup(database, time.Now())
				if err != nil {
					return err
				}
				to = next
			}
			if err := store.CopyFile(cmd.Context(), database, to); err != nil {
				if errors.Is(err, fs.ErrExist) {
					return fmt.Errorf("%s is there already; nothing was written", to)
				}
				return err
			}
			if err := store.MirrorFor(cmd.Context(), database, to); err != nil {
				return fmt.Errorf("back up the photographs: %w", err)
			}
			fmt.Fprintf(cmd.OutOrStdout(), "Backed up to %s.\n", to)
			return nil
		})
}

func restoreCommand() *cobra.Command {
	return command("restore FILE", "Put a backup in everything's place",
		"Look FILE over and put its builds and its shelf in place of those in the database; a backup of these is made first. A database that is\n"+
			"damaged is moved aside. FILE is not touched.",
		cobra.ExactArgs(1), func(cmd *cobra.Command, database string, args []string) error {
			if _, err := os.Stat(args[0]); err != nil {
				return err
			}
			aside, err := asideIfDamaged(cmd.Context(), database)
			if err != nil {
				return err
			}
			if aside != "" {
				fmt.Fprintf(cmd.OutOrStdout(), "The damaged file now lies at %s.\n", aside)
			}
			return with(cmd, database, func(s *store.Store) error {
				if err := s.Restore(cmd.Context(), args[0]); err != nil {
					return err
				}
				all, err := s.Builds(cmd.Context())
				if err != nil {
					return err
				}
				fmt.Fprintf(cmd.OutOrStdout(), "Restored %d builds from %s. What was there before lies in %s.\n", len(all), args[0], s.Folder())
				return nil
			})
		})
}

// asideIfDamaged moves a damaged database away, and returns where to; nothing where it is whole or is not there.
func asideIfDamaged(ctx context.Context, database string) (string, error) {
	if _, err := os.Stat(database); errors.Is(err, fs.ErrNotExist) {
		return "", nil
	}
	s, err := store.Open(ctx, database, store.Options{Now: time.Now})
	switch {
	case errors.Is(err, store.ErrDamaged): // beyond reading
	case err != nil:
		return "", advised(err, service{database: database})
	default:
		damaged := errors.Is(s.Frozen(), store.ErrDamaged)
		if err := s.Close(); err != nil || !damaged {
			return "", err
		}
	}
	to := database + ".damaged-" + time.Now().UTC().Format("2006-01-02T15-04-05Z")
	for _, end := range []string{"", "-wal", "-shm"} {
		if err := os.Rename(database+end, to+end); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return "", err
		}
	}
	return to, nil
}

func exportCommand() *cobra.Command {
	return command("export FILE", "Write everything into one open file",
		"Write all builds with their histories, and the shelf with its, into FILE: a zip of JSON lines that docs/export-format.md describes.\n"+
			"The database may be in use meanwhile. The exit status is 3 where the database is damaged and FILE lacks what can't be read of it.",
		cobra.ExactArgs(1), func(cmd *cobra.Command, database string, args []string) (err error) {
			s, err := store.Peek(cmd.Context(), database, time.Now)
			if err != nil {
				return err
			}
			defer s.Close()
			f, err := os.OpenFile(args[0], os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
			if err != nil {
				return err
			}
			defer func() {
				if err = errors.Join(err, f.Close()); err != nil && !errors.Is(err, errLacks) {
					os.Remove(args[0]) // half a file is worth nothing
				}
			}()
			lost, err := s.Carry(cmd.Context(), f)
			if err != nil {
				return err
			}
			for _, l := range lost {
				fmt.Fprintf(cmd.ErrOrStderr(), "inkysparrow: left out, since it can't be read: %s\n", l)
			}
			fmt.Fprintf(cmd.OutOrStdout(), "Exported to %s.\n", args[0])
			if err := f.Sync(); err != nil || len(lost) == 0 {
				return err
			}
			return errLacks
		})
}

func importCommand() *cobra.Command {
	var replace bool
	c := command("import FILE", "Read everything from an export",
		"Read the file that export wrote. Where there are builds or products already, --replace puts those of the file in their place; a backup is\n"+
			"made first.",
		cobra.ExactArgs(1), func(cmd *cobra.Command, database string, args []string) error {
			f, err := os.Open(args[0])
			if err != nil {
				return err
			}
			defer f.Close()
			info, err := f.Stat()
			if err != nil {
				return err
			}
			return with(cmd, database, func(s *store.Store) error {
				about, err := s.Bring(cmd.Context(), f, info.Size(), replace)
				if errors.Is(err, store.ErrNotEmpty) {
					return fmt.Errorf("%w; --replace puts the file's in their place, after a backup", err)
				}
				if err != nil {
					return err
				}
				fmt.Fprintf(cmd.OutOrStdout(), "Imported %s with %s and %s.\n", say.Count(about.Builds, "build"), say.Count(about.Revisions, "revision"), say.Count(about.Products, "product"))
				return nil
			})
		})
	c.Flags().BoolVar(&replace, "replace", false, "replace what is there")
	return c
}

func verifyCommand() *cobra.Command {
	return command("verify", "Look the whole database over", "Read every page of the database and every build's plan. The exit status is 1 where something is wrong.",
		cobra.NoArgs, func(cmd *cobra.Command, database string, _ []string) error {
			s, err := store.Peek(cmd.Context(), database, time.Now)
			if err != nil {
				return err
			}
			defer s.Close()
			wrong, err := s.Verify(cmd.Context())
			if err != nil {
				return err
			}
			for _, line := range wrong {
				fmt.Fprintln(cmd.OutOrStdout(), line)
			}
			if len(wrong) > 0 {
				return errFound
			}
			fmt.Fprintln(cmd.OutOrStdout(), "All is well.")
			return nil
		})
}

func passphraseCommand() *cobra.Command {
	var remove bool
	c := command("passphrase", "Set the passphrase that is asked for beyond this machine",
		"Set or change the passphrase; it is asked for twice, or read from a line of standard input. Only its hash is kept. All browsers have to give the new one.",
		cobra.NoArgs, func(cmd *cobra.Command, database string, _ []string) error {
			if err := os.MkdirAll(filepath.Dir(database), 0o700); err != nil {
				return err
			}
			return with(cmd, database, func(s *store.Store) error {
				if remove {
					return s.SetPassphrase(cmd.Context(), "")
				}
				words, err := askPassphrase(cmd.InOrStdin(), cmd.OutOrStdout())
				if err != nil {
					return err
				}
				hash, err := guard.Hash(words)
				if err != nil {
					return err
				}
				if err := s.SetPassphrase(cmd.Context(), hash); err != nil {
					return err
				}
				fmt.Fprintln(cmd.OutOrStdout(), "The passphrase is set.")
				return nil
			})
		})
	c.Flags().BoolVar(&remove, "remove", false, "take the passphrase away; the server is then served on this machine only")
	return c
}

// askPassphrase asks at a terminal, without showing what is typed, or reads a line.
func askPassphrase(in io.Reader, out io.Writer) (string, error) {
	f, ok := in.(*os.File)
	if !ok || !term.IsTerminal(int(f.Fd())) {
		line, err := bufio.NewReader(in).ReadString('\n')
		if err != nil && !errors.Is(err, io.EOF) {
			return "", err
		}
		return strings.TrimRight(line, "\r\n"), nil
	}
	var said [2]string
	for i, words := range []string{"The new passphrase: ", "The same again: "} {
		fmt.Fprint(out, words)
		typed, err := term.ReadPassword(int(f.Fd()))
		fmt.Fprintln(out)
		if err != nil {
			return "", err
		}
		said[i] = string(typed)
	}
	if said[0] != said[1] {
		return "", errors.New("the two are not the same; nothing was changed")
	}
	return said[0], nil
}

// with opens a database that nobody serves, for as long as do takes.
func with(cmd *cobra.Command, database string, do func(*store.Store) error) error {
	s, err := store.Open(cmd.Context(), database, store.Options{Now: time.Now})
	if err != nil {
		return advised(err, service{database: database})
	}
	return errors.Join(do(s), s.Close())
}
