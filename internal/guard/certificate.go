package guard

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/sha256"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"errors"
	"fmt"
	"io/fs"
	"math/big"
	"net"
	"os"
	"path/filepath"
	"strings"
	"time"
)

const (
	certificateYears = 5
	renewBefore      = 30 * 24 * time.Hour
)

// SelfMade returns the certificate that lies in a folder, or makes one for these names and addresses and puts it there where there is none, or
// one that lacks a name or ends soon. Browsers ask about it once; its fingerprint is what to compare then.
func SelfMade(folder string, names []string, now time.Time) (tls.Certificate, error) {
	certFile, keyFile := filepath.Join(folder, "self-made.crt"), filepath.Join(folder, "self-made.key")
	if own, err := tls.LoadX509KeyPair(certFile, keyFile); err == nil && serves(own, names, now) {
		return own, nil
	} else if err != nil && !errors.Is(err, fs.ErrNotExist) {
		return tls.Certificate{}, fmt.Errorf("the certificate in %s: %w", folder, err)
	}
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return tls.Certificate{}, err
	}
	serial, err := rand.Int(rand.Reader, new(big.Int).Lsh(big.NewInt(1), 120))
	if err != nil {
		return tls.Certificate{}, err
	}
	sheet := &x509.Certificate{
		SerialNumber: serial, Subject: pkix.Name{CommonName: "Inky Sparrow"}, NotBefore: now.Add(-time.Hour), NotAfter: now.AddDate(certificateYears, 0, 0),
		KeyUsage: x509.KeyUsageDigitalSignature, ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth}, BasicConstraintsValid: true,
	}
	for _, n := range names {
		if ip := net.ParseIP(n); ip != nil {
			sheet.IPAddresses = append(sheet.IPAddresses, ip)
		} else {
			sheet.DNSNames = append(sheet.DNSNames, n)
		}
	}
	made, err := x509.CreateCertificate(rand.Reader, sheet, sheet, key.Public(), key)
	if err != nil {
		return tls.Certificate{}, err
	}
	secret, err := x509.MarshalPKCS8PrivateKey(key)
	if err != nil {
		return tls.Certificate{}, err
	}
	certText := pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: made})
	keyText := pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: secret})
	if err := errors.Join(os.WriteFile(keyFile, keyText, 0o600), os.WriteFile(certFile, certText, 0o600)); err != nil {
		return tls.Certificate{}, err
	}
	return tls.X509KeyPair(certText, keyText)
}

// serves reports whether a certificate is good for all names for some time yet.
func serves(c tls.Certificate, names []string, now time.Time) bool {
	leaf, err := x509.ParseCertificate(c.Certificate[0])
	if err != nil || now.Add(renewBefore).After(leaf.NotAfter) {
		return false
	}
	for _, n := range names {
		if leaf.VerifyHostname(n) != nil {
			return false
		}
	}
	return true
}

// Fingerprint is a certificate's SHA-256, in pairs as browsers show it.
func Fingerprint(c tls.Certificate) string {
	sum := sha256.Sum256(c.Certificate[0])
	var pairs []string
	for _, b := range sum {
		pairs = append(pairs, fmt.Sprintf("%02X", b))
	}
	return strings.Join(pairs, ":")
}
