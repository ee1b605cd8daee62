// Package guard is what stands between the server and everybody else: the hash of a passphrase, and a certificate of one's own.
package guard

import (
	"crypto/rand"
	"crypto/subtle"
	"encoding/base64"
	"errors"
	"fmt"
	"strings"
	"sync"
	"unicode/utf8"

	"golang.org/x/crypto/argon2"
)

// Shortest is the least number of characters of a passphrase.
const Shortest = 10

// The cost of one try, as RFC 9106 recommends for memory that is scarce.
const (
	passes    = 3
	memoryKB  = 64 << 10
	lanes     = 4
	saltBytes = 16
	keyBytes  = 32
)

// one keeps two tries from taking the memory of two.
var one sync.Mutex

// ErrShort is returned for a passphrase that is too short.
var ErrShort = fmt.Errorf("a passphrase has at least %d characters", Shortest)

// Hash returns what is kept of a passphrase: its argon2id hash with salt and cost, in the usual form. It returns ErrShort.
func Hash(passphrase string) (string, error) {
	if utf8.RuneCountInString(passphrase) < Shortest {
		return "", ErrShort
	}
	salt := make([]byte, saltBytes)
	if _, err := rand.Read(salt); err != nil {
		return "", err
	}
	one.Lock()
	defer one.Unlock()
	key := argon2.IDKey([]byte(passphrase), salt, passes, memoryKB, lanes, keyBytes)
	b64 := base64.RawStdEncoding.EncodeToString
	return fmt.Sprintf("$argon2id$v=%d$m=%d,t=%d,p=%d$%s$%s", argon2.Version, memoryKB, passes, lanes, b64(salt), b64(key)), nil
}

// errHash is told of a hash that is none.
var errHash = errors.New("the passphrase's hash can't be read")

// Matches reports whether a passphrase is the one that a hash was made of.
func Matches(passphrase, hash string) (bool, error) {
	parts := strings.Split(hash, "$")
	if len(parts) != 6 || parts[1] != "argon2id" {
		return false, errHash
	}
	var memory, time uint32
	var threads uint8
	if _, err := fmt.Sscanf(parts[3], "m=%d,t=%d,p=%d", &memory, &time, &threads); err != nil || memory > 4*memoryKB || time == 0 || threads == 0 {
		return false, errHash
	}
	salt, err := base64.RawStdEncoding.DecodeString(parts[4])
	if err != nil {
		return false, errHash
	}
	key, err := base64.RawStdEncoding.DecodeString(parts[5])
	if err != nil || len(key) != keyBytes {
		return false, errHash
	}
	one.Lock()
	defer one.Unlock()
	return subtle.ConstantTimeCompare(argon2.IDKey([]byte(passphrase), salt, time, memory, threads, keyBytes), key) == 1, nil
}
