using Microsoft.Win32.SafeHandles;

namespace TinCompass.Cli;

/// <summary>
/// Where a command reads and writes: the console of the process, or what was lent to whoever calls it (a test, that runs commands beside
/// each other in one process). Results go to standard output, everything else to standard error.
/// </summary>
internal static class Terminal
{
    private const int Buffer = 1 << 16;

    private static readonly AsyncLocal<Lent?> Own = new();

    /// <summary>Where scrambles are read.</summary>
    public static TextReader In => Own.Value?.In ?? Console.In;

    /// <summary>Standard output, for what is no result to be read by programs.</summary>
    public static TextWriter Out => Own.Value?.Out ?? Console.Out;

    /// <summary>Standard error.</summary>
    public static TextWriter Error => Own.Value?.Error ?? Console.Error;

    /// <summary>Gives the caller, and what it calls, a terminal of its own.</summary>
    public static void Lend(TextReader input, TextWriter output, TextWriter error) => Own.Value = new Lent(input, output, error);

    /// <summary>
    /// Standard output for results, of which one learns when nobody reads it any more: an <see cref="IOException"/>, where the console
    /// would go on writing to nobody. <paramref name="atOnce"/>: each line is written when it is there.
    /// </summary>
    public static TextWriter Results(bool atOnce = false) => Own.Value is { } lent ? new Open(lent.Out)
        : new StreamWriter(Stream(), bufferSize: Buffer) { AutoFlush = atOnce };

    private static Stream Stream()
    {
        if (OperatingSystem.IsWindows()) return Console.OpenStandardOutput();
        var pipe = new FileStream(new SafeFileHandle(1, ownsHandle: false), FileAccess.Write, bufferSize: 0);
        // A file is written where others have left off; nobody can stop reading it.
        return pipe.CanSeek ? Console.OpenStandardOutput() : pipe;
    }

    private sealed record Lent(TextReader In, TextWriter Out, TextWriter Error);

    /// <summary>Stays open when the command is through with it.</summary>
    private sealed class Open(TextWriter inner) : TextWriter
    {
        public override System.Text.Encoding Encoding => inner.Encoding;

        public override void Write(char value) => inner.Write(value);

        public override void Write(string? value) => inner.Write(value);

        public override void Write(char[] buffer, int index, int count) => inner.Write(buffer, index, count);
    }
}
