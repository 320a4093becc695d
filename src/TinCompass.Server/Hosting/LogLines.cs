using System.Globalization;
using System.Text;
using Serilog.Events;
using Serilog.Formatting;

namespace TinCompass.Server.Hosting;

/// <summary>
/// One line an event: time, level, what happened, the address that was asked and the number of the request, by which a sentence to a solver
/// is found again. Whatever is asked with, no line can be forged: control characters are written as what they are, and what belongs to a
/// line is set in.
/// </summary>
internal sealed class LogLines : ITextFormatter
{
    public void Format(LogEvent logEvent, TextWriter output)
    {
        output.Write(logEvent.Timestamp.ToString("HH:mm:ss ", CultureInfo.InvariantCulture));
        output.Write(logEvent.Level.ToString()[..3].ToUpperInvariant());
        output.Write(' ');
        output.Write(Plain(logEvent.RenderMessage(CultureInfo.InvariantCulture)));
        if (logEvent.Properties.GetValueOrDefault("RequestPath") is ScalarValue { Value: string path }) output.Write($" [{Plain(path)}]");
        if (logEvent.TraceId is { } trace) output.Write($" [{trace}]");
        output.WriteLine();
        if (logEvent.Exception is null) return;
        foreach (var line in logEvent.Exception.ToString().Split('\n')) output.WriteLine("    " + Plain(line.TrimEnd('\r')));
    }

    /// <summary>A text in which control characters are written as numbers.</summary>
    internal static string Plain(string text)
    {
        if (!text.Any(c => char.IsControl(c) || c is '\u2028' or '\u2029')) return text;
        var plain = new StringBuilder();
        foreach (var c in text)
            if (char.IsControl(c) || c is '\u2028' or '\u2029') plain.Append(CultureInfo.InvariantCulture, $"\\u{(int)c:x4}");
            else plain.Append(c);
        return plain.ToString();
    }
}
