using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;

namespace TinCompass.Server.Hosting;

/// <summary>The certificate for TLS. Throws <see cref="StartRefusedException"/>.</summary>
internal static class Certificates
{
    public static X509Certificate2? Read(ServerOptions options)
    {
        if (options.Certificate is not { } file) return null;
        try
        {
            if (!File.ReadAllText(file).Contains("-----BEGIN", StringComparison.Ordinal))
                return X509CertificateLoader.LoadPkcs12FromFile(file, options.CertificatePassword);
            var key = options.CertificateKey ?? file;
            return options.CertificatePassword is { Length: > 0 } password
                ? X509Certificate2.CreateFromEncryptedPemFile(file, password, key) : X509Certificate2.CreateFromPemFile(file, key);
        }
        catch (Exception e) when (e is CryptographicException or IOException or UnauthorizedAccessException)
        {
            throw new StartRefusedException($"The certificate {file} cannot be used: {e.Message}", e);
        }
    }
}
