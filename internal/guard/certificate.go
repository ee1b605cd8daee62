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
	certificateYears = 2 // some tablets trust none that lasts over 825 days
	renewBefore      = 30 * 24 * time.Hour
)

// SelfMade returns the certificate that lies in a folder, or makes one for these names and addresses and puts it there where there is none, or
// one that lacks a name or ends soon. Browsers ask about it once; its fingerprint is what to compare then. A tablet can be told to trust it for good:
// it vouches for itself and, lest its key be worth stealing, for no other name.
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
		KeyUsage: x509.KeyUsageDigitalSignature | x509.KeyUsageCertSign, IsCA: true, MaxPathLenZero: true, PermittedDNSDomainsCritical: true, ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth}, BasicConstraintsValid: true,
	}
	for _, n := range names {
		if ip := net.ParseIP(n); ip != nil {
			sheet.IPAddresses = append(sheet.IPAddresses, ip)
			sheet.PermittedIPRanges = append(sheet.PermittedIPRanges, only(ip))
		} else {
			sheet.DNSNames = append(sheet.DNSNames, n)
			sheet.PermittedDNSDomains = append(sheet.PermittedDNSDomains, n)
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

// only is the range that holds one address.
func only(ip net.IP) *net.IPNet {
	if four := ip.To4(); four != nil {
		ip = four
	}
	return &net.IPNet{IP: ip, Mask: net.CIDRMask(8*len(ip), 8*len(ip))}
}

// Sheet is a certificate without its key, as PEM: what a tablet is given to trust.
func Sheet(c tls.Certificate) []byte {
	return pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: c.Certificate[0]})
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
